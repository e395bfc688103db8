// SPDX-License-Identifier: GPL-3.0-or-later
// Reports of any content on any sheet: nothing is lost, split or beyond the margins.
#include "pages/page_layout.h"

#include <gtest/gtest.h>

#include <QImage>
#include <QPainter>
#include <QRegularExpression>

#include "support/any_report.h"

namespace underpaint {
namespace {

constexpr double kMargin = 40, kFoot = 44;  // points

QImage drawn(const PageLayout& pages, int page) {
    const QSizeF size = size_of(pages.setup());
    QImage image(size.toSize(), QImage::Format_RGB32);
    image.fill(Qt::magenta);
    QPainter painter(&image);
    pages.draw(painter, page);
    return image;
}

/// Pixels of a rectangle that are not of the ground.
int ink(const QImage& image, const QRect& where) {
    const QRgb ground = image.pixel(2, 2);
    int count = 0;
    const QRect inside = where.intersected(image.rect());
    for (int y = inside.top(); y <= inside.bottom(); ++y)
        for (int x = inside.left(); x <= inside.right(); ++x)
            count += image.pixel(x, y) != ground ? 1 : 0;
    return count;
}

TEST(PageLayout, EveryWordIsOnceOnAPageInOrderAndInsideTheMargins) {
    static const QRegularExpression word("w([0-9]+)");
    for (unsigned seed = 1; seed <= 24; ++seed) {
        SCOPED_TRACE(seed);
        const testing::AnyReport any(seed);
        const PageSetup setup{static_cast<Paper>(seed % 3), seed % 4 == 1, seed % 5 == 2};
        const PageLayout pages(any.report(), setup);
        std::vector<int> said(static_cast<std::size_t>(any.words()), 0);
        for (int page = 0; page < pages.count(); ++page) {
            for (auto at = word.globalMatch(pages.text(page)); at.hasNext();)
                ++said[at.next().captured(1).toUInt()];
            const QImage image = drawn(pages, page);
            const int wide = image.width(), high = image.height();
            EXPECT_EQ(ink(image, {0, 0, wide, static_cast<int>(kMargin) - 1}), 0) << page;
            EXPECT_EQ(ink(image, {0, 0, static_cast<int>(kMargin) - 1, high - 31}), 0) << page;
            EXPECT_EQ(ink(image, {wide - static_cast<int>(kMargin) + 1, 0, 80, high - 31}), 0)
                << page;
            // Between the margin and the number at the foot.
            EXPECT_EQ(ink(image, {0, high - static_cast<int>(kFoot) + 1, wide, 12}), 0) << page;
            EXPECT_GT(ink(image, {0, 0, wide, high - static_cast<int>(kFoot)}), 0) << page;
        }
        for (std::size_t i = 0; i < said.size(); ++i) EXPECT_EQ(said[i], 1) << "word " << i;
    }
}

TEST(PageLayout, AHeadingStandsWithWhatFollowsIt) {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        SCOPED_TRACE(seed);
        const testing::AnyReport any(seed);
        const PageLayout pages(any.report(), {static_cast<Paper>(seed % 3), seed % 2 == 0, false});
        int before = -1;
        double above = 0;
        for (std::size_t i = 0; i < any.report().sections.size(); ++i) {
            const auto& place = pages.place_of(i);
            const QString title = QString::fromStdString(any.report().sections[i].title);
            const QString text = pages.text(place.page);
            const auto at = text.indexOf(title);
            ASSERT_GE(at, 0) << "on the page that it is said to be on";
            EXPECT_LT(at + title.size() + 1, text.size()) << "something follows it there";
            EXPECT_TRUE(place.page > before || (place.page == before && place.top > above));
            before = place.page, above = place.top;
        }
    }
}

TEST(PageLayout, ALongTextFillsThePageThatItBeginsOn) {
    testing::Words words;
    Report report;
    report.title = "Long";
    report.words = words.some(4000);
    report.sections = {{"last", "After it", {Paragraph{"the end"}}}};
    const PageLayout pages(report, {});
    ASSERT_GE(pages.count(), 4);
    EXPECT_NE(pages.text(0).indexOf("w0 "), -1) << "below the title, not on a page of its own";
    EXPECT_NE(pages.text(pages.count() - 1).indexOf("the end"), -1);
    // Two pages in the middle are full.
    for (const int page : {0, 1}) {
        const QImage image = drawn(pages, page);
        const int bottom = image.height() - static_cast<int>(kFoot);
        EXPECT_GT(ink(image, {0, bottom - 20, image.width(), 20}), 0) << page;
    }
}

TEST(PageLayout, ASectionWithNothingInItStillHasItsHeading) {
    Report report;
    report.title = "Bare";
    report.sections = {{"one", "Nothing here", {}}, {"two", "Nor here", {}}};
    const PageLayout pages(report, {});
    EXPECT_EQ(pages.count(), 1);
    EXPECT_NE(pages.text(0).indexOf("Nothing here"), -1);
    EXPECT_NE(pages.text(0).indexOf("Nor here"), -1);
    EXPECT_LT(pages.place_of(0).top, pages.place_of(1).top);
}

}  // namespace
}  // namespace underpaint
