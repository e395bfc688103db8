// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/drill.h"

#include <algorithm>
#include <cmath>

#include "practice/drills/drills.h"

namespace underpaint {
namespace {

using Ask = void (*)(DrillQuestion&, const DrillRequest&, DrillDice&);
/// In the order of DrillKind.
constexpr std::array<Ask, kDrills.size()> kAsk{
    ask_step_alone, ask_step_in_colour, ask_lighter, ask_warmer, ask_which_pass, ask_leads,
    ask_edge,       ask_shadows,        ask_reach,   ask_intent, ask_here};

constexpr std::array<std::string_view, DrillCell::kHues> kHueNames{
    "pinks", "oranges", "yellows", "greens", "teals", "azures", "blues", "violets"};

/// Of a step that is named: half a step is right.
constexpr double kRightStep = 0.5;
/// Of an amount: a tenth of the most there is.
constexpr double kRightShare = 0.1;

}  // namespace

std::optional<DrillKind> drill_from_id(std::string_view id) {
    const auto* found = std::ranges::find(kDrills, id, &DrillText::id);
    return found == kDrills.end() ? std::nullopt : std::optional(found->kind);
}

std::string_view hue_name(int hue) {
    return hue == DrillCell::kNeutral ? "neutrals" : kHueNames[static_cast<std::size_t>(hue)];
}

DrillQuestion ask(DrillKind kind, const DrillRequest& request) {
    DrillQuestion question;
    question.kind = kind;
    question.seed = request.seed;
    question.cell = {std::clamp(request.cell.hue, DrillCell::kNeutral, DrillCell::kHues - 1),
                     std::clamp(request.cell.step, DrillCell::kDarkest, DrillCell::kLightest)};
    const LevelRange& range = text_of(kind).levels;
    DrillRequest asked = request;
    asked.cell = question.cell;
    asked.level = range.most > 0 ? std::clamp(request.level, range.least, range.most) : 0;
    asked.surround = std::clamp(request.surround, 1.0, 9.0);
    // Questions of two kinds with the same seed are independent.
    DrillDice dice(request.seed * kDrills.size() + static_cast<std::size_t>(kind));
    kAsk[static_cast<std::size_t>(kind)](question, asked, dice);
    return question;
}

DrillResult judge(const DrillQuestion& question, const DrillAnswer& answer) {
    switch (text_of(question.kind).answer) {
        case AnswerKind::step: {
            const double error = answer.value - question.truth;
            return {std::abs(error) <= kRightStep, error};
        }
        case AnswerKind::amount: {
            const double error = answer.value - question.truth;
            return {std::abs(error) <= kRightShare * text_of(question.kind).most, error};
        }
        case AnswerKind::choice: {
            const bool right = std::lround(answer.value) == std::lround(question.truth);
            return {right, right ? 0.0 : 1.0};
        }
        case AnswerKind::place: {
            const double off =
                std::hypot(answer.place.x - question.place.x, answer.place.y - question.place.y) /
                question.radius;
            return {off <= 1, off};
        }
    }
    return {};
}

}  // namespace underpaint
