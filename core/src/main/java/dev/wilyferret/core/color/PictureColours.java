package dev.wilyferret.core.color;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Palettes taken from a picture: its colours are gathered into clusters in OKLab by k-means, begun at the colours that lie
 * farthest apart, so that the same picture always gives the same palettes.
 */
public final class PictureColours {

    private static final int CLUSTERS = 7;
    private static final int ROUNDS = 24;

    /** @param share of the picture's pixels, 0 to 1 */
    private record Cluster(OkLab centre, double share) {
        /** How much it asks for attention: colourful, and not just a speck. */
        double pull() {
            return centre.chroma() * Math.sqrt(share);
        }
    }

    private record Sample(OkLab colour, long count) {}

    private PictureColours() {}

    /**
     * The palettes worth trying, each readable (AA), the most faithful first.
     *
     * @param pixels red, green and blue in the lowest 24 bits; at least one
     */
    public static List<Palette> palettes(int[] pixels) {
        List<Cluster> clusters = clusters(samples(pixels));
        List<Cluster> vivid = clusters.stream()
                .filter(cluster -> cluster.centre.chroma() > 0.04)
                .sorted(Comparator.comparingDouble(Cluster::pull).reversed())
                .limit(3)
                .toList();
        if (vivid.isEmpty()) {
            vivid = clusters.subList(0, 1);
        }
        Cluster ground = clusters.getFirst();
        Cluster lightest = clusters.stream()
                .max(Comparator.comparingDouble(cluster -> cluster.centre.light()))
                .orElseThrow();
        Cluster darkest = clusters.stream()
                .min(Comparator.comparingDouble(cluster -> cluster.centre.light()))
                .orElseThrow();
        LinkedHashSet<Palette> palettes = new LinkedHashSet<>();
        palettes.add(palette(ground.centre, lightest, darkest, vivid.getFirst()));
        vivid.forEach(accent -> palettes.add(palette(pale(lightest.centre), lightest, darkest, accent)));
        palettes.add(palette(pale(vivid.getFirst().centre.faded(0.4)), lightest, darkest, vivid.getLast()));
        palettes.add(palette(deep(darkest.centre), lightest, darkest, vivid.getFirst()));
        return List.copyOf(palettes);
    }

    private static OkLab pale(OkLab colour) {
        return colour.faded(Math.min(1, 0.02 / Math.max(0.001, colour.chroma())))
                .withLight(Math.max(0.97, colour.light()));
    }

    private static OkLab deep(OkLab colour) {
        return colour.faded(Math.min(1, 0.04 / Math.max(0.001, colour.chroma())))
                .withLight(Math.min(0.24, colour.light()));
    }

    private static Palette palette(OkLab paper, Cluster lightest, Cluster darkest, Cluster accent) {
        boolean dark = paper.light() < 0.5;
        OkLab grounded =
                dark ? paper.withLight(Math.min(0.3, paper.light())) : paper.withLight(Math.max(0.93, paper.light()));
        OkLab panel = accent.centre.faded(0.22).withLight(dark ? grounded.light() + 0.07 : 0.93);
        OkLab ink = dark ? pale(lightest.centre) : deep(darkest.centre);
        OkLab quiet = ink.withLight(dark ? 0.78 : 0.46);
        return new Palette(grounded.toRgb(), panel.toRgb(), ink.toRgb(), quiet.toRgb(), accent.centre.toRgb())
                .corrected();
    }

    /** The picture's colours, gathered to 5 bits a channel, in a fixed order. */
    private static List<Sample> samples(int[] pixels) {
        Map<Integer, Long> counts = new TreeMap<>();
        for (int pixel : pixels) {
            counts.merge(pixel & 0xF8F8F8, 1L, Long::sum);
        }
        List<Sample> samples = new ArrayList<>();
        counts.forEach((bits, count) -> samples.add(new Sample(OkLab.of(Rgb.ofBits(bits | 0x040404)), count)));
        return samples;
    }

    /** The largest first. */
    private static List<Cluster> clusters(List<Sample> samples) {
        List<OkLab> centres = begin(samples);
        for (int round = 0; round < ROUNDS; round++) {
            centres = moved(samples, centres);
        }
        long[] counts = new long[centres.size()];
        long all = 0;
        for (Sample sample : samples) {
            counts[nearest(sample.colour, centres)] += sample.count;
            all += sample.count;
        }
        List<Cluster> clusters = new ArrayList<>();
        for (int i = 0; i < centres.size(); i++) {
            if (counts[i] > 0) {
                clusters.add(new Cluster(centres.get(i), (double) counts[i] / all));
            }
        }
        clusters.sort(Comparator.comparingDouble(Cluster::share).reversed());
        return clusters;
    }

    /** The commonest colour, then each time the one whose count and distance from all chosen ones is largest. */
    private static List<OkLab> begin(List<Sample> samples) {
        List<OkLab> centres = new ArrayList<>();
        centres.add(
                samples.stream().max(Comparator.comparingLong(Sample::count)).orElseThrow().colour);
        while (centres.size() < Math.min(CLUSTERS, samples.size())) {
            centres.add(samples.stream()
                    .max(Comparator.comparingDouble(
                            sample -> sample.colour.squaredDistance(centres.get(nearest(sample.colour, centres)))
                                    * Math.sqrt(sample.count)))
                    .orElseThrow()
                    .colour);
        }
        return centres;
    }

    private static List<OkLab> moved(List<Sample> samples, List<OkLab> centres) {
        double[][] sums = new double[centres.size()][4];
        for (Sample sample : samples) {
            double[] sum = sums[nearest(sample.colour, centres)];
            sum[0] += sample.colour.light() * sample.count;
            sum[1] += sample.colour.a() * sample.count;
            sum[2] += sample.colour.b() * sample.count;
            sum[3] += sample.count;
        }
        List<OkLab> next = new ArrayList<>();
        for (int i = 0; i < sums.length; i++) {
            double[] sum = sums[i];
            next.add(sum[3] == 0 ? centres.get(i) : new OkLab(sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]));
        }
        return next;
    }

    private static int nearest(OkLab colour, List<OkLab> centres) {
        int best = 0;
        for (int i = 1; i < centres.size(); i++) {
            if (colour.squaredDistance(centres.get(i)) < colour.squaredDistance(centres.get(best))) {
                best = i;
            }
        }
        return best;
    }
}
