// SPDX-License-Identifier: GPL-3.0-or-later
// Which steps of the scale a finding is about, on either side of the seal line.
#include <gtest/gtest.h>

#include "audit/audit.h"
#include "audit/finding.h"
#include "audit/value_findings.h"
#include "painting/changes.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::encoded;

std::vector<double> steps_of_finding(const std::vector<Finding>& findings, FindingCode code) {
    for (const Finding& finding : findings)
        if (finding.code == code) return finding.steps;
    ADD_FAILURE() << id_of(code) << " is not found";
    return {};
}
template <class Step>
Painting picture_of_steps(Step step) {
    return testing::sealed(
        testing::grey_picture({400, 300}, [&](int x, int y) { return encoded(step(x, y)); }));
}
std::vector<Finding> in_values(const Painting& painting) {
    return find_in_values(painting,
                          *audit_values(staged(painting, Stage::values), {Reader::lightness}));
}
void expect_steps(const std::vector<double>& steps, std::initializer_list<double> wanted) {
    ASSERT_EQ(steps.size(), wanted.size());
    for (std::size_t i = 0; i < steps.size(); ++i)
        EXPECT_NEAR(steps[i], wanted.begin()[i], 0.06) << i;
}

TEST(FindingSteps, OfAPartAreWhereItStandsAndWhereItIsPlanned) {
    Painting painting = picture_of_steps([](int x, int) { return x < 130 ? 1.2 : 6.0; });
    painting = testing::with_columns(std::move(painting), "Left", 0, 129);
    Plan plan;
    plan.steps[painting.parts[0].id] = 2.5;
    painting = with_plan(painting, plan);
    expect_steps(steps_of_finding(in_values(painting), kPartOff), {1.2, 2.5});
}

TEST(FindingSteps, OfARangeAreTheEndThatIsFurtherOff) {
    Painting painting = picture_of_steps([](int x, int) { return x < 200 ? 1.5 : 7.0; });
    Plan plan;
    plan.range = {1.2, 8.8};
    expect_steps(steps_of_finding(in_values(with_plan(painting, plan)), kRangeOff), {7, 8.8});
    plan.range = {3, 7.4};
    expect_steps(steps_of_finding(in_values(with_plan(painting, plan)), kRangeOff), {1.5, 3});
}

TEST(FindingSteps, OfBareWhiteOneValueAndANarrowBand) {
    const Painting white =
        picture_of_steps([](int x, int y) { return x > 300 && y < 80 ? 9.0 : 3 + y / 100.0; });
    expect_steps(steps_of_finding(in_values(white), kBareWhite), {9});
    expect_steps(
        steps_of_finding(in_values(picture_of_steps([](int, int) { return 8.9; })), kOneValue),
        {8.9});
    const Painting narrow = picture_of_steps([](int x, int) { return x < 200 ? 1.1 : 1.4; });
    expect_steps(steps_of_finding(in_values(narrow), kBandNarrow), {1.1, 1.4});
}

/// A grey laid over one end of a range moves that end alone.
TEST(FindingSteps, OfAShrunkRangeAreTheEndThatMovedMore) {
    const Painting sealed = picture_of_steps([](int x, int) { return x < 200 ? 1.3 : 8.0; });
    const auto after = [&](Rgb colour, BlendMode blend) {
        const Painting laid = with_pass(sealed, testing::tint(colour, blend, 1));
        return steps_of_finding(find(laid, *audit(laid, {})), kRangeShrinks);
    };
    expect_steps(after(grey(encoded(4)), BlendMode::lighten), {1.3, 4});
    expect_steps(after(grey(encoded(5)), BlendMode::darken), {8, 5});
}

}  // namespace
}  // namespace underpaint
