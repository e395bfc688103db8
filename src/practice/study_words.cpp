// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "practice/drill.h"
#include "practice/study.h"

namespace underpaint {
namespace {

std::string listed(const std::vector<StudyPlace>& places) {
    std::string text;
    for (const StudyPlace& place : places)
        text += fmt::format("{}{} {}", text.empty() ? "" : ", ", place.light ? "a light" : "a dark",
                            place.where);
    return text;
}

/// How wide the palette is beside the reference's.
std::string hues_in_words(const StudyFigures& figures) {
    std::vector<std::string_view> missing;
    for (const int hue : figures.reference_hues)
        if (!std::ranges::binary_search(figures.hues, hue)) missing.push_back(hue_name(hue));
    const std::size_t all = figures.reference_hues.size();
    return fmt::format(" {} of {} hues of the reference are there{}{}.", all - missing.size(), all,
                       missing.empty() ? "" : "; missing: ", fmt::join(missing, ", "));
}

}  // namespace

std::string main_figure_in_words(StudyKind kind, double figure) {
    switch (kind) {
        case StudyKind::two:
        case StudyKind::three: return fmt::format("{:.0f}%", 100 * figure);
        case StudyKind::full: return fmt::format("{:.2f} step", figure);
        case StudyKind::limited:
        case StudyKind::widened: return fmt::format("{:.1f} ΔE", figure);
    }
    return {};
}

std::string in_words(const StudyFigures& figures) {
    const auto percent = [](double share) { return fmt::format("{:.0f}%", 100 * share); };
    std::string text =
        figures.surely ? "" : "The reference was not recognised; the study is taken as it lies. ";
    if (figures.shadow)
        text += fmt::format(
            "A shadow with an edge lies over {} of the photograph ({}, {:.1f} stops darker): what "
            "is dark under it may be the shadow. ",
            percent(figures.shadow->share), figures.shadow->where, figures.shadow->stops);
    switch (figures.kind) {
        case StudyKind::two:
        case StudyKind::three:
            text += fmt::format("{} of the shapes agree. {:.1f}% of other greys crept in.",
                                percent(figures.agreement), 100 * figures.crept_in);
            if (!figures.same_order) text += " Light and dark have changed places.";
            if (!figures.missing.empty()) text += " Missing: " + listed(figures.missing) + ".";
            if (!figures.added.empty()) text += " Added: " + listed(figures.added) + ".";
            break;
        case StudyKind::full:
        case StudyKind::limited:
        case StudyKind::widened:
            text += fmt::format("95% within {:.2f} step of the reference, {:+.2f} on the whole.",
                                figures.drift_p95, figures.drift_mean);
            if (figures.kind != StudyKind::full)
                text += fmt::format(" Colours are {:.1f} off (CIEDE2000).", figures.colour_off);
            if (figures.beyond)
                text += fmt::format(" {} lies beyond the palette.", percent(*figures.beyond));
            if (figures.kind == StudyKind::widened) text += hues_in_words(figures);
            break;
    }
    return text;
}

}  // namespace underpaint
