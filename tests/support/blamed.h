// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <gtest/gtest.h>

#include <vector>

#include "audit/audit.h"
#include "audit/blame.h"

namespace underpaint::testing {

/// What is found in a painting, each with the share that every pass had in it.
inline std::vector<Finding> blamed(const Painting& painting) {
    const Audit figures = *audit(painting, {});
    auto findings = find(painting, figures);
    EXPECT_TRUE(find_shares(painting, figures, findings));
    return findings;
}

}  // namespace underpaint::testing
