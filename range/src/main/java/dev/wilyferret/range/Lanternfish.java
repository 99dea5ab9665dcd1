package dev.wilyferret.range;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The stand-in affiliate network: offer pages with a checkout, and postbacks to its partner. */
@Controller
@RequestMapping("/lanternfish")
class Lanternfish {

    /** What is sold, for how much, and what the partner gets. */
    record Product(String name, String line, String price, String commission, String button) {}

    private static final Map<String, Product> PRODUCTS = new TreeMap<>(Map.of(
            "cellar-crop",
                    new Product(
                            "Cellar Crop Course",
                            "Gourmet mushrooms from a cellar shelf, in six weekends.",
                            "89.00",
                            "27.50",
                            "Buy the course"),
            "oyster-kit",
                    new Product(
                            "Oyster Kit Club", "A kit a month, ready to water.", "0.00", "4.00", "Order the first kit"),
            "spore-diary",
                    new Product(
                            "Spore Diary",
                            "The diary app for growers. Thirty days free.",
                            "0.00",
                            "1.80",
                            "Begin the free trial")));

    /** @param answer what the partner's postback address answered */
    record Order(String time, String id, String product, Map<String, String> received, String asked, String answer) {}

    private final Journal<Order> orders;
    private final AtomicReference<String> postback;
    private final Clock clock;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();

    Lanternfish(RangeSettings settings, Clock clock) {
        this.orders = new Journal<>(settings.folder(), "lanternfish", Order.class);
        this.postback = new AtomicReference<>(settings.postback());
        this.clock = clock;
    }

    @GetMapping
    String screen(Model model) {
        model.addAttribute("orders", orders.latestFirst().stream().limit(200).toList());
        model.addAttribute("postback", postback.get());
        model.addAttribute("products", PRODUCTS);
        return "range/lanternfish";
    }

    @PostMapping("/postback")
    String keepPostback(@RequestParam String address) {
        postback.set(address.strip());
        return "redirect:/lanternfish";
    }

    @GetMapping("/buy/{product}")
    String offer(@PathVariable String product, @RequestParam Map<String, String> received, Model model) {
        model.addAttribute("key", product);
        model.addAttribute("product", product(product));
        model.addAttribute("received", new TreeMap<>(received));
        return "range/offer";
    }

    @PostMapping("/buy/{product}")
    String buy(@PathVariable String product, @RequestParam Map<String, String> received, Model model) {
        Product bought = product(product);
        String order = "LF-" + ThreadLocalRandom.current().nextInt(100_000, 1_000_000);
        String asked = fill(
                postback.get(),
                Map.of(
                        "click_id", received.getOrDefault("sub1", ""),
                        "order_id", order,
                        "commission", bought.commission(),
                        "order_value", bought.price(),
                        "status", "approved",
                        "product", bought.name()));
        report(new Order(clock.instant().toString(), order, product, new TreeMap<>(received), asked, ""));
        model.addAttribute("product", bought);
        model.addAttribute("order", order);
        return "range/thanks";
    }

    /** Reports an order once more, as networks do when they are unsure. */
    @PostMapping("/orders/{id}/again")
    String again(@PathVariable String id) {
        orders.latestFirst().stream()
                .filter(order -> order.id().equals(id))
                .findFirst()
                .ifPresent(this::report);
        return "redirect:/lanternfish";
    }

    /** Takes an order back, and says so. */
    @PostMapping("/orders/{id}/refund")
    String refund(@PathVariable String id) {
        orders.latestFirst().stream()
                .filter(order -> order.id().equals(id))
                .findFirst()
                .ifPresent(order -> report(new Order(
                        order.time(), order.id(), order.product(), order.received(), refunded(order.asked()), "")));
        return "redirect:/lanternfish";
    }

    private static String refunded(String asked) {
        return asked.contains("status=") || asked.isEmpty()
                ? asked.replaceFirst("status=[a-z]*", "status=refunded")
                : asked + "&status=refunded";
    }

    private void report(Order order) {
        orders.add(new Order(
                clock.instant().toString(),
                order.id(),
                order.product(),
                order.received(),
                order.asked(),
                ask(order.asked())));
    }

    private String ask(String address) {
        if (address.isEmpty()) {
            return "no postback address is set";
        }
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(address))
                    .timeout(Duration.ofSeconds(5))
                    .build();
            HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
            return response.statusCode() + " " + response.body().strip();
        } catch (IOException | IllegalArgumentException e) {
            return "could not be asked: " + e.getMessage();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "interrupted";
        }
    }

    private static String fill(String template, Map<String, String> values) {
        String address = template;
        for (var value : values.entrySet()) {
            address = address.replace(
                    "{" + value.getKey() + "}", URLEncoder.encode(value.getValue(), StandardCharsets.UTF_8));
        }
        return address;
    }

    private static Product product(String key) {
        Product product = PRODUCTS.get(key);
        if (product == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return product;
    }
}
