// SPDX-License-Identifier: GPL-3.0-or-later
// The interface has no colour of its own, and everything in it can be read.
#include "desk/kit/greys.h"

#include <cmath>

#include "desk/kit/look.h"
#include "support/desk_fixture.h"
#include "support/desk_places.h"

namespace underpaint {
namespace {

/// WCAG 2.1, relative luminance and contrast ratio, written out.
double luminance(const QColor& colour) {
    const auto linear = [](double v) {
        return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * linear(colour.redF()) + 0.7152 * linear(colour.greenF()) +
           0.0722 * linear(colour.blueF());
}
double ratio(const QColor& a, const QColor& b) {
    const double one = luminance(a) + 0.05, other = luminance(b) + 0.05;
    return std::max(one, other) / std::min(one, other);
}

TEST(GreySets, AreNeutralAndCanBeReadOnEveryGround) {
    for (const Greys& set : {kDarkGreys, kLightGreys}) {
        const QColor all[] = {set.bar,    set.ladder, set.ground,     set.sheet,
                              set.chosen, set.rule,   set.text,       set.secondary,
                              set.strong, set.action, set.action_text};
        for (const QColor& each : all) {
            EXPECT_EQ(each.red(), each.green()) << each.name().toStdString();
            EXPECT_EQ(each.green(), each.blue()) << each.name().toStdString();
        }
        for (const QColor& ground : {set.bar, set.ladder, set.ground, set.sheet, set.chosen}) {
            // 1.4.3: at least 4.5 for text.
            EXPECT_GE(ratio(set.secondary, ground), 4.5) << ground.name().toStdString();
            EXPECT_GE(ratio(set.text, ground), 7) << ground.name().toStdString();
            EXPECT_GT(ratio(set.strong, ground), ratio(set.text, ground));
            // A chosen row is told from the sheet, and the main action from both.
            EXPECT_GE(ratio(set.action, ground), 4.5);
        }
        EXPECT_GE(ratio(set.action_text, set.action), 7);
        EXPECT_GT(ratio(set.chosen, set.sheet), 1.15);
    }
}

class GreyDesk : public testing::DeskTest,
                 public ::testing::WithParamInterface<std::pair<const char*, Look>> {
protected:
    ~GreyDesk() override { set_look(Look::dark); }
};

INSTANTIATE_TEST_SUITE_P(Looks, GreyDesk,
                         ::testing::Values(std::pair("dark", Look::dark),
                                           std::pair("light", Look::light)),
                         [](const auto& tested) { return tested.param.first; });

/// With a grey picture and nothing laid on it there is no colour to be seen anywhere, but where a
/// page shows colours themselves.
TEST_P(GreyDesk, ShowsNoColourButThePicturesAndSwatches) {
    set_look(GetParam().second);
    Painting painting = testing::sealed(testing::ramp({200, 150}));
    painting = testing::with_columns(std::move(painting), "Dark side", 0, 100);
    painting = with_foci(std::move(painting), {{"Middle", {100, 75}, 20}});
    begin(std::move(painting));
    int looked = 0;
    for (const auto& [bench, pages] : testing::kDeskPlaces) {
        // The disc of hues, tubes and the drills are about colour.
        if (bench == std::string("palette") || bench == std::string("practice")) continue;
        window_->show_bench(bench);
        for (const char* page : pages) {
            window_->bench().show_page(page);
            settle();
            const QImage image = window_->grab().toImage().convertToFormat(QImage::Format_RGB32);
            int coloured = 0;
            QPoint where;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x) {
                    const QRgb c = image.pixel(x, y);
                    const int most = std::max({qRed(c), qGreen(c), qBlue(c)}),
                              least = std::min({qRed(c), qGreen(c), qBlue(c)});
                    if (most - least > 2) ++coloured, where = {x, y};
                }
            EXPECT_EQ(coloured, 0)
                << bench << ' ' << page << ", as at " << where.x() << ", " << where.y();
            ++looked;
        }
    }
    EXPECT_GE(looked, 10);
}

}  // namespace
}  // namespace underpaint
