// SPDX-License-Identifier: GPL-3.0-or-later
// Charts and legends read back at the pixel: what is drawn stands where its words say.
#include <QPainter>

#include "desk/passes/charts/balance_chart.h"
#include "desk/passes/charts/temperature_chart.h"
#include "desk/view/lens.h"
#include "desk/view/lens_legend.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

QImage legend_of(const LensRecord& lens) {
    QImage image(600, 40, QImage::Format_RGB32);
    image.fill(Qt::black);
    QPainter painter(&image);
    painter.setPen(Qt::black);  // its words are not what is looked at
    draw_legend(painter, QRectF(0, 0, 600, 40), *lens.legend);
    return image;
}

/// The first and the last column of the bar.
std::pair<int, int> bar_in(const QImage& image) {
    int first = -1, last = -1;
    for (int x = 0; x < image.width(); ++x)
        if (image.pixelColor(x, 20).value() > 20) {
            if (first < 0) first = x;
            last = x;
        }
    return {first, last};
}

TEST(DrawnLegends, ShowTheTintOfEveryShareFromTheLeastToTheMost) {
    for (const LensRecord* lens : kLenses) {
        if (!lens->legend) continue;
        const QImage image = legend_of(*lens);
        const auto [first, last] = bar_in(image);
        ASSERT_GT(last - first, 60) << lens->id;
        for (const double at : {0.02, 0.25, 0.5, 0.75, 0.98}) {
            const auto x = static_cast<int>(first + at * (last - first));
            const float from = lens->legend->from;
            const Rgb tint = lens->legend->tint(from + static_cast<float>(at) * (1 - from));
            const QColor is = image.pixelColor(x, 20);
            EXPECT_NEAR(is.redF(), tint.r, 0.05) << lens->id << " at " << at;
            EXPECT_NEAR(is.greenF(), tint.g, 0.05) << lens->id << " at " << at;
            EXPECT_NEAR(is.blueF(), tint.b, 0.05) << lens->id << " at " << at;
        }
    }
    // Cool stands at the left and is blue, warm at the right and is amber.
    const QImage warmth = legend_of(kWarmthLens);
    const auto [first, last] = bar_in(warmth);
    EXPECT_GT(warmth.pixelColor(first + 2, 20).blue(), warmth.pixelColor(first + 2, 20).red() + 40);
    EXPECT_GT(warmth.pixelColor(last - 2, 20).red(), warmth.pixelColor(last - 2, 20).blue() + 40);
    const QColor middle = warmth.pixelColor((first + last) / 2, 20);
    EXPECT_NEAR(middle.red(), middle.blue(), 12);
}

class DrawnCharts : public testing::PassesBenchTest {
protected:
    /// The mean place of the pixels that are of about that colour.
    static QPointF place_of(const QImage& image, Rgb colour) {
        QPointF sum;
        int count = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x) {
                const QColor is = image.pixelColor(x, y);
                if (std::abs(is.redF() - colour.r) + std::abs(is.greenF() - colour.g) +
                        std::abs(is.blueF() - colour.b) <
                    0.06F)
                    sum += QPointF(x, y), ++count;
            }
        EXPECT_GT(count, 8);
        return count > 0 ? sum / count : QPointF();
    }
};

TEST_F(DrawnCharts, WarmStandsRightOfCoolAndLightAboveDark) {
    const Size size{400, 300};
    const Rgb cool_dark = testing::lch(0.35F, 0.09F, 255),
              warm_light = testing::lch(0.8F, 0.1F, 60);
    Painting painting = testing::sealed(
        testing::grey_picture(size, [](int x, int) { return x < 200 ? 0.2 : 0.8; }));
    painting = testing::with_columns(std::move(painting), "All", 0, 400);
    Pass pass = testing::tint({}, BlendMode::normal);
    pass.source = Painted{share(testing::coloured(
                              size, [&](int x, int) { return x < 200 ? cool_dark : warm_light; })),
                          0, 0};
    begin(with_pass(std::move(painting), pass));
    window_->bench().show_page("temperature");
    settle();
    const auto* chart = window_->findChild<TemperatureChart*>();
    ASSERT_TRUE(chart);
    QImage image(700, 500, QImage::Format_RGB32);
    image.fill(Qt::black);
    QPainter painter(&image);
    chart->draw(painter, image.size());
    painter.end();
    const QPointF cool = place_of(image, cool_dark), warm = place_of(image, warm_light);
    EXPECT_GT(warm.x(), cool.x() + 100) << "warm is right";
    EXPECT_LT(warm.y(), cool.y() - 100) << "light is above";
    // And no mirror image of them under their names.
    EXPECT_LT(cool.x(), 350);
    EXPECT_GT(warm.x(), 350);
}

}  // namespace
}  // namespace underpaint
