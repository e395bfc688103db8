// SPDX-License-Identifier: GPL-3.0-or-later
#include "ratio_table.h"

#include <algorithm>
#include <cstdio>

#include "blend/mode.h"
#include "by_cairo.h"

namespace underpaint::bench {

void RatioTable::ReportRuns(const std::vector<Run>& runs) {
    ConsoleReporter::ReportRuns(runs);
    for (const Run& run : runs)
        if (run.run_type == Run::RT_Iteration && !run.error_occurred) {
            times_[run.run_name.function_name].push_back(run.GetAdjustedRealTime());
            cpu_times_[run.run_name.function_name].push_back(run.GetAdjustedCPUTime());
        }
}

double RatioTable::median(const std::string& name) const {
    const auto found = times_.find(name);
    if (found == times_.end()) return 0;
    std::vector<double> sorted = found->second;
    std::ranges::sort(sorted);
    return sorted[sorted.size() / 2];
}

double RatioTable::fastest(const std::string& name) const {
    const auto found = times_.find(name);
    return found == times_.end() ? 0 : *std::ranges::min_element(found->second);
}

void RatioTable::row(const std::string& what, const std::string& figure, double reached, bool met,
                     const char* unit) {
    std::printf("| %s | %s | %.*f%s%s |\n", what.c_str(), figure.c_str(), reached < 20 ? 1 : 0,
                reached, unit, met ? "" : ", missed");
}

void RatioTable::faster(const std::string& what, const std::string& ours, const std::string& theirs,
                        double wanted) {
    const double a = fastest(ours), b = fastest(theirs);
    if (a > 0 && b > 0)
        row(what, "at least " + std::to_string(int(wanted)) + "x", b / a, b / a >= wanted, "x");
}

void RatioTable::slower(const std::string& what, const std::string& ours, const std::string& theirs,
                        double allowed) {
    char figure[32];
    std::snprintf(figure, sizeof figure, "at most %.1fx", allowed);
    const double a = fastest(ours), b = fastest(theirs);
    if (a > 0 && b > 0) row(what, figure, a / b, a / b <= allowed, "x");
}

void RatioTable::blends(const std::string& what, const std::string& name, double megapixels,
                        double allowed) {
    const auto ours = cpu_times_.find(name), cairo = cpu_times_.find("blend/color/cairo");
    if (ours == cpu_times_.end() || cairo == cpu_times_.end()) return;
    char figure[48];
    std::snprintf(figure, sizeof figure, "at most %.1f blends", allowed);
    const double taken = *std::ranges::min_element(ours->second) /
                         (*std::ranges::min_element(cairo->second) * megapixels / 24);
    row(what, figure, taken, taken <= allowed, "");
}

void RatioTable::at_most(const std::string& what, const std::string& name, double allowed,
                         const char* unit) {
    const double a = median(name);
    if (a > 0) row(what, "at most " + std::to_string(int(allowed)) + unit, a, a <= allowed, unit);
}

void RatioTable::Finalize() {
    ConsoleReporter::Finalize();
    std::printf("\n| what | wanted | reached |\n|---|---|---|\n");
    for (const BlendText& text : kBlendTexts) {
        const std::string id(text.id);
        if (!cairo_operator_of(text.mode)) continue;
        const double wanted = text.mode == BlendMode::color ? 12 : 4;
        faster("`" + id + "`, picture over picture, against cairo", "blend/" + id + "/us",
               "blend/" + id + "/cairo", wanted);
    }
    faster("`color`, tint over picture, against cairo", "tint/color/us", "tint/color/cairo", 12);
    slower("true colour with hold, picture, against our `color`", "blend/true-colour-held/us",
           "blend/color/us", 2);
    slower("true colour with hold, tint, against our `color`", "tint/true-colour-held/us",
           "tint/color/us", 2);
    faster("12 passes, 24 Mpx, two cores, against cairo on one", "stack/us", "stack/cairo", 15);
    for (const char* pass : {"3", "7", "12"}) {
        const std::string changed = std::string("strength of pass ") + pass;
        const auto frame = [&](const char* view) { return view + std::string("/pass") + pass; };
        at_most(changed + ", fit view, 95th percentile", frame("frame/fit/24"), 16, " ms");
        at_most(changed + ", 1:1", frame("frame/1:1/24"), 16, " ms");
        at_most(changed + ", fit view, through the window", frame("desk/fit/24"), 16, " ms");
        slower(changed + ", 96 Mpx against 4 Mpx", frame("frame/fit/96"), frame("frame/fit/4"),
               1.3);
    }
    for (const auto& [what, name] : {std::pair("a split dragged", "split"),
                                     {"an end of the planned range dragged", "range"},
                                     {"a focus dragged", "focus"},
                                     {"a brush stroke", "brush"},
                                     {"a curve bent", "curve"}})
        at_most(std::string(what) + " on the Values bench, picture and figures, 24 Mpx",
                std::string("values/24/") + name, 50, " ms");
    for (const auto& [what, name] : {std::pair("a stop of a gradient dragged", "stop"),
                                     {"a point of a curve dragged", "curve"},
                                     {"the middle of a glow dragged", "handle"},
                                     {"the hue of a painted pass tuned", "tune"}})
        for (const char* view : {"fit", "1:1"})
            at_most(std::string(what) + ", 16 passes, 24 Mpx, " + view,
                    std::string("passes/24/") + view + "/" + name, 16, " ms");
    for (const auto& [what, name] :
         {std::pair("colour painted", "brush colour"), {"a reach painted", "brush reach"}}) {
        const std::string row = std::string("passes/24/fit/") + name;
        at_most(std::string(what) + ", 16 passes, 24 Mpx, fit view", row, 16, " ms");
        at_most(std::string(what) + ", until figures follow", row + ", figures", 50, " ms");
    }
    at_most("a thumbnail of 2 Mpx measured", "measures_a_thumbnail/real_time", 150, " ms");
    at_most("a reference of 2 Mpx measured", "measures_a_reference/real_time", 150, " ms");
    faster(
        "a picture of 24 Mpx packed as PNG, two cores, against libpng with zlib's level 6 on one",
        "files/24/pack", "files/24/libpng", 4);
    at_most("24 Mpx with 12 passes saved", "files/24/save", 6000, " ms");
    at_most("the same after one pass was changed", "files/24/resave", 1500, " ms");
    at_most("the same opened", "files/24/open", 3000, " ms");
    at_most("the window's longest stall while 24 Mpx are opened, kept and saved", "desk/stall/24",
            100, " ms");
    at_most("peak memory, 24 Mpx, 12 passes, open and rendered", "memory/24", 600, " MB");
    at_most("the same with two painted passes and 100 strokes to undo", "memory/24/painted", 700,
            " MB");
    at_most("peak memory, 24 Mpx, 12 passes, saved", "memory/24/save", 350, " MB");
    at_most("peak memory, 24 Mpx, 300 layers, looked at and measured", "memory/24/300", 300, " MB");
    at_most("300 layers over 24 Mpx, every figure", "audit/24/300", 10000, " ms");
    at_most("peak memory of a report with all sections of the same, beyond the painting",
            "memory/24/report", 300, " MB");
    blends("12 passes over 24 Mpx, every figure, CPU", "audit/24/audit", 24, 6);
    blends("the same after one slider's change of the tenth pass", "audit/24/changed", 24, 1.5);
    blends("12 passes over 6 Mpx of soft gradients, every figure, CPU", "audit/6/soft", 6, 15);
    if (fastest("stack/us") > 0 && fastest("stack/memory") > 0)
        std::printf("\nThe stack render reaches %.0f %% of the memory-bandwidth limit.\n",
                    100 * fastest("stack/memory") / fastest("stack/us"));
}

}  // namespace underpaint::bench
