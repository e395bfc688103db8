// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "audit/measures.h"
#include "render/render.h"

namespace underpaint {

struct AuditOptions {
    Reader reader = Reader::lightness;
    /// Halvings before measuring. 0: every pixel.
    int level = 0;
    /// Only what the first so many passes did to values, and only after the last of them is
    /// anything reported; at least 1.
    std::optional<std::size_t> only_values_after;
};

/// Nothing when stopped.
std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop = {}, const Progress& progress = {});

}  // namespace underpaint
