// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "raster/geometry.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// A kind of question whose answer the program knows, since it made the question.
enum class DrillKind {
    step_alone,
    step_in_colour,
    lighter,
    warmer,
    which_pass,
    leads,
    edge,
    shadows,
    reach,
    intent,
    here,
};

/// The kind of answer that a drill asks for.
enum class AnswerKind {
    step,    ///< a value step, 1-9
    choice,  ///< one of some
    place,   ///< a point of the picture
    amount,  ///< a number, see DrillText
};

/// How hard questions with choices can be: the difference that is to be seen. Smaller is harder.
struct LevelRange {
    double least = 0, most = 0, begin = 0;
};

struct DrillText {
    DrillKind kind;
    std::string_view id;     ///< in the logbook and in object names
    std::string_view label;  ///< on screen
    std::string_view tab;    ///< the same where there is little room
    std::string_view question, how;
    AnswerKind answer;
    int choices = 0;             ///< of AnswerKind::choice: how many there are
    std::string_view unit = {};  ///< of errors: "step"; empty: right or wrong counts
    double most = 0;             ///< of an amount, from 0
    LevelRange levels = {};      ///< of questions that are right or wrong
    std::string_view level_unit = {};
};
inline constexpr std::array kDrills{
    DrillText{.kind = DrillKind::step_alone,
              .id = "step",
              .label = "Name the step",
              .tab = "Name the step",
              .question = "Which step is the disc?",
              .how = "answer on the ladder, or type it",
              .answer = AnswerKind::step,
              .unit = "step"},
    DrillText{.kind = DrillKind::step_in_colour,
              .id = "step-in-colour",
              .label = "In colour",
              .tab = "In colour",
              .question = "Which step is the disc?",
              .how = "answer on the ladder, or type it",
              .answer = AnswerKind::step,
              .unit = "step"},
    DrillText{.kind = DrillKind::lighter,
              .id = "lighter",
              .label = "Lighter or darker",
              .tab = "Lighter",
              .question = "Which side is lighter?",
              .how = "← or →",
              .answer = AnswerKind::choice,
              .choices = 2,
              .levels = {0.02, 2, 1},
              .level_unit = "step"},
    DrillText{.kind = DrillKind::warmer,
              .id = "warmer",
              .label = "Warmer",
              .tab = "Warmer",
              .question = "Which side is warmer?",
              .how = "← or →",
              .answer = AnswerKind::choice,
              .choices = 2,
              .levels = {0.2, 20, 8},
              .level_unit = "warmth"},
    DrillText{.kind = DrillKind::which_pass,
              .id = "pass",
              .label = "Which pass",
              .tab = "Which pass",
              .question = "Which pass moved the values?",
              .how = "press its number below",
              .answer = AnswerKind::choice,
              .choices = 5,
              .levels = {0.1, 2, 1},
              .level_unit = "step"},
    DrillText{.kind = DrillKind::leads,
              .id = "leads",
              .label = "Where it leads",
              .tab = "Leads",
              .question = "Where is the strongest contrast?",
              .how = "click the place",
              .answer = AnswerKind::place,
              .levels = {0.03, 1, 0.5},
              .level_unit = "lead"},
    DrillText{.kind = DrillKind::edge,
              .id = "edge",
              .label = "How hard an edge",
              .tab = "Edge",
              .question = "How wide is the edge?",
              .how = "in pixels: 0 is a cut",
              .answer = AnswerKind::amount,
              .unit = "px",
              .most = 24},
    DrillText{.kind = DrillKind::shadows,
              .id = "shadows",
              .label = "Shadows",
              .tab = "Shadows",
              .question = "What darkened the shadow?",
              .how = "black, or colour",
              .answer = AnswerKind::choice,
              .choices = 2,
              .levels = {2, 70, 40},
              .level_unit = "degrees"},
    DrillText{.kind = DrillKind::reach,
              .id = "reach",
              .label = "How far it reaches",
              .tab = "Reach",
              .question = "How much of the picture has the strongest colour?",
              .how = "in percent",
              .answer = AnswerKind::amount,
              .unit = "%",
              .most = 60},
    DrillText{.kind = DrillKind::intent,
              .id = "intent",
              .label = "Keep, deepen, lift",
              .tab = "Intent",
              .question = "What did the pass do to values?",
              .how = "from left to right",
              .answer = AnswerKind::choice,
              .choices = 3,
              .levels = {0.05, 1.5, 0.6},
              .level_unit = "step"},
    DrillText{.kind = DrillKind::here,
              .id = "here",
              .label = "In your picture",
              .tab = "Here",
              .question = "Which step is inside the ring?",
              .how = "a click asks elsewhere",
              .answer = AnswerKind::step,
              .unit = "step"},
};
/// Whether its questions are asked about a picture of the painter's own.
constexpr bool needs_picture(DrillKind kind) {
    return kind == DrillKind::here;
}
constexpr const DrillText& text_of(DrillKind kind) {
    return kDrills[static_cast<std::size_t>(kind)];
}
std::optional<DrillKind> drill_from_id(std::string_view id);

/// The cell of a question, by which later ones lean to where answers are weakest: the patch's hue,
/// in eighths of the OKLCh circle from 0 deg on, or neutral, and its whole step.
struct DrillCell {
    int hue = kNeutral;
    int step = 5;
    static constexpr int kHues = 8, kNeutral = -1, kDarkest = 2, kLightest = 8;
    friend auto operator<=>(const DrillCell&, const DrillCell&) = default;
};
/// "reds", "greens" ...; "neutrals".
std::string_view hue_name(int hue);

/// A question. The same seed, cell and level give the same one.
struct DrillQuestion {
    DrillKind kind = DrillKind::step_alone;
    std::uint64_t seed = 0;
    DrillCell cell;
    double level = 0;                  ///< as measured on the picture; 0 where answers are named
    RgbBlock picture;                  ///< encoded sRGB, each sample one of 256 levels
    std::vector<RgbBlock> stages;      ///< which_pass: after each pass; intent: before and after
    std::vector<std::string> choices;  ///< of AnswerKind::choice, from left to right
    double truth = 0;                  ///< step, amount, or index of the right choice
    Point place;                       ///< of AnswerKind::place, and the ring of DrillKind::here;
                                       ///< in pixels of the picture
    double radius = 0;                 ///< how far off is still right; of the ring
    std::string fact;                  ///< one sentence of why it looks as it does; may be empty
};
struct DrillRequest {
    std::uint64_t seed = 0;
    DrillCell cell;
    double level = 0;     ///< brought into the kind's range
    double surround = 5;  ///< the step around a patch that stands alone
    /// The picture of DrillKind::here, encoded sRGB, of one pixel or more; null: a plain middle
    /// grey.
    std::shared_ptr<const RgbBlock> picture = nullptr;
    std::optional<Point> at = {};  ///< the spot that is asked about; else one is looked for
};
DrillQuestion ask(DrillKind kind, const DrillRequest& request);

/// An answer to a question.
struct DrillAnswer {
    double value = 0;  ///< step, amount, or index of a choice
    Point place;       ///< of AnswerKind::place
};
struct DrillResult {
    bool right = false;  ///< of choices and places; of namings, within half a step or a tenth
    double error = 0;    ///< said less true; of places how far off, in radii; of choices 0 or 1
};
DrillResult judge(const DrillQuestion& question, const DrillAnswer& answer);

}  // namespace underpaint
