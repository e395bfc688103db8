// SPDX-License-Identifier: GPL-3.0-or-later
// Charts and legends read back at the pixel: what is drawn stands where its words say.
#include <QPainter>

#include "audit/measures.h"
#include "desk/kit/greys.h"
#include "desk/passes/charts/balance_chart.h"
#include "desk/passes/charts/ramps_chart.h"
#include "desk/passes/charts/stages_chart.h"
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
    template <class Kind>
    QImage drawn(const char* page, const QSize& size) {
        window_->bench().show_page(QLatin1String(page));
        settle();
        QImage image(size, QImage::Format_RGB32);
        image.fill(Qt::black);
        QPainter painter(&image);
        window_->findChild<Kind*>()->draw(painter, size);
        return image;
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
    const QImage image = drawn<TemperatureChart>("temperature", {700, 500});
    const QPointF cool = place_of(image, cool_dark), warm = place_of(image, warm_light);
    EXPECT_GT(warm.x(), cool.x() + 100) << "warm is right";
    EXPECT_LT(warm.y(), cool.y() - 100) << "light is above";
    // And no mirror image of them under their names.
    EXPECT_LT(cool.x(), 350);
    EXPECT_GT(warm.x(), 350);
}

TEST_F(DrawnCharts, RampsGoFromDarkToLightAndHuesPassNought) {
    const Size size{400, 300};
    const Rgb dark = testing::lch(0.4F, 0.05F, 350), light = testing::lch(0.75F, 0.1F, 10);
    Painting painting = testing::sealed(
        testing::grey_picture(size, [](int x, int) { return x < 200 ? 0.2 : 0.8; }));
    Pass pass = testing::tint({}, BlendMode::normal);
    pass.source = Painted{
        share(testing::coloured(size, [&](int x, int) { return x < 200 ? dark : light; })), 0, 0};
    begin(with_pass(std::move(painting), pass));
    // Hue, chroma and intensity stand one below the other.
    const QImage image = drawn<RampsChart>("ramps", {700, 600});
    const auto in_row = [&](int row, Rgb colour) {
        return place_of(image.copy(0, row * 200, 700, 200), colour);
    };
    for (int row = 0; row < 3; ++row) {
        SCOPED_TRACE(row);
        EXPECT_LT(in_row(row, dark).x() + 100, in_row(row, light).x()) << "light stands right";
        EXPECT_GT(in_row(row, dark).y(), in_row(row, light).y() + 10) << "and is more";
    }
    EXPECT_LT(in_row(0, dark).y() - in_row(0, light).y(), 80) << "20 degrees, not 340";
}

TEST_F(DrawnCharts, BalanceRisesWithItsFigureThroughWhatIsHeldAndLost) {
    Painting painting = testing::sealed(testing::ramp({400, 300}));
    for (const float strength : {0.2F, 0.6F})
        painting =
            with_pass(std::move(painting), testing::tint(grey(0.5F), BlendMode::normal, strength));
    begin(std::move(painting));
    const QImage image = drawn<BalanceChart>("balance", {720, 480});
    // Three plots in a row, four below each other; value is the first, range the fifth.
    const QRect value(18, 30, 208, 78), range(258, 150, 208, 78);
    // The mean height of what is drawn bright beside a moment: its mark, and the line through it.
    const auto mark_at = [&](const QRect& plot, int moment) {
        const int x = plot.left() + moment * plot.width() / 2;
        double sum = 0, count = 0;
        for (int y = plot.top(); y <= plot.bottom(); ++y)
            for (int dx = -4; dx <= 4; ++dx)
                if (image.pixelColor(x + dx, y).value() > 110) sum += y, ++count;
        EXPECT_GT(count, 8);
        return sum / count;
    };
    const Audit& audit = *window_->meters().passes.audit();
    const auto check = [&](const QRect& plot, auto figure) {
        const double sealed = figure(audit.ground), first = figure(audit.passes[0]),
                     last = figure(audit.passes[1]);
        const double y0 = mark_at(plot, 0), y1 = mark_at(plot, 1), y2 = mark_at(plot, 2);
        EXPECT_NEAR((y1 - y0) / (y2 - y0), (first - sealed) / (last - sealed), 0.08);
        EXPECT_EQ(y2<y0, last> sealed);
    };
    check(value, [](const PassAudit& pass) { return pass.value.judged_p95; });
    check(range, [](const PassAudit& pass) { return *pass.range.kept; });
    // Of drift a little is held, of range much.
    EXPECT_EQ(image.pixelColor(value.left() + 14, value.bottom() - 2), greys().sheet);
    EXPECT_NE(image.pixelColor(value.left() + 14, value.top() + 2), greys().sheet);
    EXPECT_EQ(image.pixelColor(range.left() + 14, range.top() + 2), greys().sheet);
    EXPECT_NE(image.pixelColor(range.left() + 14, range.bottom() - 2), greys().sheet);
}

TEST_F(DrawnCharts, StagesStandInTheOrderOfTheirPasses) {
    Painting painting = testing::sealed(Picture({200, 200}, Channels::grey, Depth::bits8, 0.5F));
    const Rgb red{0.8F, 0.2F, 0.2F}, blue{0.2F, 0.3F, 0.8F};
    for (const Rgb colour : {red, blue})
        painting = with_pass(std::move(painting), testing::tint(colour, BlendMode::normal));
    begin(std::move(painting));
    const QImage image = drawn<StagesChart>("stages", {900, 300});
    EXPECT_LT(place_of(image, grey(0.5F)).x(), 300);
    EXPECT_NEAR(place_of(image, red).x(), 450, 30);
    EXPECT_GT(place_of(image, blue).x(), 600);
}

}  // namespace
}  // namespace underpaint
