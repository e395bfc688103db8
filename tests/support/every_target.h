// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <gtest/gtest.h>
#include <hwy/highway.h>

namespace underpaint::testing {

/// Calls `check` once for each instruction set that kernels were compiled for and this machine has,
/// the plain one included.
template <class Check>
void on_every_target(Check check) {
    for (const std::int64_t target : hwy::SupportedAndGeneratedTargets()) {
        SCOPED_TRACE(hwy::TargetName(target));
        hwy::SetSupportedTargetsForTest(target);
        hwy::GetChosenTarget().DeInit();
        check();
        if (::testing::Test::HasFatalFailure()) break;
    }
    hwy::SetSupportedTargetsForTest(0);
    hwy::GetChosenTarget().DeInit();
}

}  // namespace underpaint::testing
