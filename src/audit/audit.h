// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "audit/measures.h"
#include "render/render.h"

namespace underpaint {

/// The figures of a painting from which another one differs in later passes only, perhaps from the
/// first on: those up to there are the same, and are not measured again. Of the ground, where
/// lights begin and where its edges lie.
struct KnownFigures {
    /// Of the same ground, measured with the same options; null: nothing is known.
    const Audit* audit = nullptr;
    std::size_t passes = 0;  ///< of it; see common_figures()
    /// The painting after the first `state_after` of those passes, all of it, halved as asked;
    /// null, and always where every pixel is measured: they are laid again.
    const RgbBlock* state = nullptr;
    std::size_t state_after = 0;
};

struct AuditOptions {
    Reader reader = Reader::lightness;
    /// Halvings before measuring. 0: every pixel.
    int level = 0;
    /// Only what the first so many passes did to values, and only after the last of them is
    /// anything reported; at least 1.
    std::optional<std::size_t> only_values_after = {};
    KnownFigures known = {};
    HouseRules own_rules = {};  ///< of the painter
    /// Measures at viewing scale too (shape, focus, edges, background), and those that walk the
    /// picture again.
    bool viewing = true;
};

/// After how many passes, from the first on, two paintings have all figures in common. What they
/// are judged by may differ: known figures are judged anew.
std::size_t common_figures(const Painting& a, const Painting& b);
/// What is known of a painting once another one was measured: nothing where the grounds differ.
KnownFigures known_figures(const Audit& audit, const Painting& measured, const Painting& now);

/// Nothing when stopped.
std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop = {}, const Progress& progress = {});

}  // namespace underpaint
