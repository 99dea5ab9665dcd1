package dev.wilyferret.range;

import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** The range's front door. */
@Controller
class Entrance {

    @GetMapping("/")
    String open() {
        return "range/entrance";
    }
}
