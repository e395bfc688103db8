// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "practice/drawing.h"
#include "practice/drill.h"

namespace underpaint {

// Each fills in a question of its kind, in a file of its own. `level` is within the kind's range.

void ask_step_alone(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_step_in_colour(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_lighter(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_warmer(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_which_pass(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_leads(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_edge(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_shadows(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_reach(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_intent(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);
void ask_here(DrillQuestion& question, const DrillRequest& request, DrillDice& dice);

/// Why a colour looks otherwise than its step: strong ones glow, and a surround of another step
/// pushes away. Empty where neither is worth saying.
std::string why_it_looks_so(Rgb colour, double surround);

}  // namespace underpaint
