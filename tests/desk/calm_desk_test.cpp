// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing jumps, nothing is hidden, and everything can be found.
#include <QAbstractButton>
#include <QAccessible>
#include <QElapsedTimer>
#include <QListView>
#include <QScrollArea>
#include <QSignalSpy>
#include <QTreeWidget>
#include <set>

#include "brief/routes.h"
#include "desk/kit/elided_label.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/view/veil.h"
#include "desk/window/settings_menus.h"
#include "files/openraster.h"
#include "support/desk_fixture.h"
#include "support/desk_places.h"

namespace underpaint {
namespace {

class CalmDesk : public testing::DeskTest {
protected:
    ~CalmDesk() override { set_look(Look::dark); }

    QRect place(const char* name) const {
        const QWidget* widget = find(name);
        return {widget->mapTo(window_.get(), QPoint()), widget->size()};
    }
    /// Grey, cool shadows at the left, light at the right; odd sides.
    void begin_odd() {
        begin(testing::with_columns(testing::with_columns(testing::sealed(testing::grey_picture(
                                                              {403, 301},
                                                              [](int x, int y) {
                                                                  return (x < 200 ? 0.06 : 0.9) +
                                                                         0.04 *
                                                                             ((x / 9 + y / 7) % 2);
                                                              },
                                                              Depth::bits8)),
                                                          "Dark", 0, 200),
                                    "Light", 200, 403));
        window_->show_bench("values");
        settle();
    }
    void click_part(int row) const {
        auto* table = find<QTreeWidget>("parts");
        QTest::mouseClick(table->viewport(), Qt::LeftButton, {},
                          table->visualItemRect(table->topLevelItem(row)).center());
    }
};

TEST_F(CalmDesk, NoticesLieOverThePictureAndMoveNothing) {
    begin(testing::with_pass_over_noise({900, 600}));
    const QRect canvas = place("canvas"), tab = place("bench_values");
    const QPoint corner = at(10, 10);
    Painting changed = painting();
    changed.name = "Another name";
    session().document.change("Change", changed);
    EXPECT_FALSE(window_->close());
    ASSERT_TRUE(find("notice")->isVisible());
    EXPECT_EQ(place("canvas"), canvas);
    EXPECT_EQ(at(10, 10), corner);
    click("notice_answer_2");
    changed.name = "With pass over noise";
    EXPECT_EQ(place("canvas"), canvas);
    // A press on the notice is none on the picture.
    window_->canvas().take_up(Canvas::Tool::pick);
    QSignalSpy picked(&window_->canvas().pick(), &PickTool::picked);
    EXPECT_FALSE(window_->close());
    QTest::mouseClick(find("notice"), Qt::LeftButton, {}, {60, 10});
    EXPECT_EQ(picked.count(), 0);
    static_cast<void>(tab);
}

TEST_F(CalmDesk, TheFirstChangeDoesNotPushTheBenches) {
    begin(testing::slipping_painting());
    const QRect before = place("bench_passes");
    session().document.change("Move", with_pass_moved(painting(), 0, 1));
    EXPECT_TRUE(find<QPushButton>("file_menu")->text().contains("edited"));
    QCoreApplication::processEvents();
    EXPECT_EQ(place("bench_passes"), before);
}

TEST_F(CalmDesk, NewPartsAndToolsDoNotPushWhatIsBelow) {
    bring_in_ramp();
    const QRect before = place("page_plan");
    click("pick_by_value");
    QCoreApplication::processEvents();
    EXPECT_EQ(place("page_plan"), before);
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(200, 100));
    ASSERT_TRUE(wait([&] { return painting().parts.size() == 1; }));
    settle();
    EXPECT_EQ(place("page_plan"), before);
    click_part(0);
    QCoreApplication::processEvents();
    EXPECT_EQ(place("page_plan"), before);
}

TEST_F(CalmDesk, APeekEndsWithTheFocusOfTheWindow) {
    begin(testing::slipping_painting());
    const QColor before = shown(200, 60);
    QTest::keyPress(&window_->canvas(), Qt::Key_G);
    settle();
    ASSERT_EQ(shown(200, 60).red(), shown(200, 60).blue());
    QWidget other;
    other.show();
    other.activateWindow();
    ASSERT_TRUE(wait([&] { return !window_->isActiveWindow(); }));
    settle();
    EXPECT_EQ(shown(200, 60), before);
}

TEST_F(CalmDesk, APartShownAloneIsSeenWhateverItsValue) {
    begin_odd();
    const auto contrast = [&](double x) {
        int least = 255, most = 0;
        for (double y = 100; y < 130; y += 1)
            least = std::min(least, shown(x, y).red()), most = std::max(most, shown(x, y).red());
        return most - least;
    };
    for (const int row : {0, 1}) {
        click_part(row);
        settle();
        ASSERT_TRUE(window_->canvas().shown_only());
        const double inside = row == 0 ? 100 : 300, outside = row == 0 ? 300 : 100;
        EXPECT_GT(std::abs(shown(inside, 104).red() - shown(outside, 104).red()), 40) << row;
        EXPECT_LE(contrast(outside), contrast(inside) / 2) << row;
        // To the last row and column.
        const QRectF whole = window_->canvas().transform().picture_on_canvas();
        const QImage image = window_->canvas().grab().toImage();
        const int x = qRound(whole.left() + whole.width() * outside / 403);
        for (const int y : {qFloor(whole.bottom()) - 1, qCeil(whole.top())})
            EXPECT_LT(std::abs(image.pixelColor(x, y).red() - shown(outside, 150).red()), 20)
                << row << " " << y;
        find<QTreeWidget>("parts")->setFocus();
        QTest::keyClick(find("parts"), Qt::Key_Escape);
        EXPECT_FALSE(window_->canvas().shown_only()) << "wherever the focus is";
    }
    click_part(0);
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(100, 250));
    EXPECT_TRUE(window_->canvas().shown_only());
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(350, 250));
    EXPECT_FALSE(window_->canvas().shown_only()) << "a click beside it";
}

TEST(TheVeil, IsLightBehindTheDarkAndDarkBehindTheLight) {
    const Size size{60, 40};
    const auto mask = share(testing::grey_picture(size, [](int x, int) { return x < 30; }));
    for (const double surround : {1.0, 5.0, 9.0}) {
        const auto dark = share(testing::grey_picture(size, [](int, int) { return 0.1; }));
        const auto light = share(testing::grey_picture(size, [](int, int) { return 0.95; }));
        EXPECT_GE(Veil(*mask, *dark, surround).step(), 1.7 + 2.4);
        EXPECT_LE(Veil(*mask, *light, surround).step(), 8.6 - 2.4);
    }
    EXPECT_TRUE(Veil(*mask, *mask, 5).covers({0.2, 0.5}));
    EXPECT_FALSE(Veil(*mask, *mask, 5).covers({0.8, 0.5}));
    EXPECT_FALSE(Veil(*mask, *mask, 5).covers({1.2, 0.5}));
}

TEST_F(CalmDesk, EachFindingShowsItsOwnPlace) {
    // A wash that flattens the focus and slips the values.
    Painting painting = testing::sealed(testing::grey_picture({400, 300}, [](int x, int y) {
        const bool odd = (x / 6 + y / 6) % 2;
        if (std::hypot(x - 100, y - 150) < 32) return odd ? 0.1 : 0.95;
        if (std::hypot(x - 300, y - 150) < 34) return odd ? 0.3 : 0.75;
        return x >= 200 ? 0.5 : odd ? 0.43 : 0.57;
    }));
    painting = with_foci(painting, {{"Lamp", {100, 150}, 30}});
    Pass flat = testing::tint(grey(0.5F), BlendMode::normal, 0.7F);
    flat.reach.painted = share(testing::grey_picture(
        {400, 300}, [](int x, int) { return x < 200; }, Depth::bits8));
    begin(with_pass(painting, flat));
    const auto show = [&](const char* finding) {
        auto* row = window_->findChild<QWidget*>(QLatin1String(finding));
        EXPECT_NE(row, nullptr) << finding;
        return row ? row->findChild<QPushButton*>("show") : nullptr;
    };
    QTest::mouseClick(show("finding_focus-slips"), Qt::LeftButton);
    EXPECT_TRUE(show("finding_focus-slips")->isChecked()) << "its place is looked for";
    settle();
    ASSERT_TRUE(window_->canvas().shown_only());
    const auto covers = [&](double x, double y) {
        const Picture& mask = window_->canvas().shown_only()->base();
        float cover = 0;
        mask.read_channel(0, static_cast<int>(x * mask.size().width / 400),
                          static_cast<int>(y * mask.size().height / 300), std::span(&cover, 1));
        return cover > 0.5F;
    };
    EXPECT_TRUE(covers(100, 150)) << "the focus";
    // Any disc that holds a good part of the other checker has its whole contrast.
    const auto covers_other = [&] {
        for (double x = 240; x < 360; x += 8)
            for (double y = 90; y < 210; y += 8)
                if (covers(x, y)) return true;
        return false;
    };
    EXPECT_TRUE(covers_other()) << "and the place that outdoes it";
    EXPECT_FALSE(covers(200, 20));
    EXPECT_TRUE(show("finding_focus-slips")->isChecked());
    EXPECT_FALSE(show("finding_values-slip")->isChecked()) << "only its own is pressed";
    QTest::mouseClick(show("finding_values-slip"), Qt::LeftButton);
    settle();
    EXPECT_TRUE(show("finding_values-slip")->isChecked());
    EXPECT_FALSE(show("finding_focus-slips")->isChecked());
    EXPECT_FALSE(covers_other()) << "there nothing moved";
}

// --- finding one's way

TEST_F(CalmDesk, TheKeysAreListed) {
    EXPECT_FALSE(find("keys_sheet")->isVisible());
    trigger("keys");
    EXPECT_TRUE(find("keys_sheet")->isVisible());
    QTest::keyClick(find("keys_sheet"), Qt::Key_Escape);
    EXPECT_FALSE(find("keys_sheet")->isVisible());
    trigger("keys");
    EXPECT_TRUE(find("keys_sheet")->isVisible());
    QTest::mouseClick(find("keys_sheet"), Qt::LeftButton);
    EXPECT_FALSE(find("keys_sheet")->isVisible());
}

TEST_F(CalmDesk, TheEmptyWindowLeadsToTheDemoPainting) {
    click("empty_demo");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    EXPECT_EQ(painting().name, "Salt cart at dusk");
    EXPECT_TRUE(session().document.file().empty()) << "it is not saved over";
    EXPECT_TRUE(window_->files().recent().isEmpty());
}

TEST_F(CalmDesk, AnEmptyTableOfPartsSaysWhatToDo) {
    bring_in_ramp();
    auto* table = find<QTreeWidget>("parts");
    ASSERT_EQ(table->topLevelItemCount(), 0);
    const QImage image = table->viewport()->grab().toImage();
    int words = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            words += std::abs(image.pixelColor(x, y).red() - greys().sheet.red()) > 40;
    EXPECT_GT(words, 300);
    EXPECT_FALSE(find("remove_part")->isEnabled());
    EXPECT_FALSE(find("show_slivers")->isVisible());
}

TEST_F(CalmDesk, DialogsStartWhereThePaintingLies) {
    std::filesystem::create_directory(folder_ / "here");
    ASSERT_TRUE(save_png(folder_ / "here" / "ramp.png", testing::ramp({60, 40})));
    picked_ = folder_ / "here" / "ramp.png";
    trigger("bring_in");
    ASSERT_TRUE(
        wait([&] { return session().document.has_painting() && !window_->files().busy(); }));
    trigger("bring_in");
    EXPECT_EQ(folder_asked_, folder_ / "here");
    picked_.clear();
    trigger("save");
    EXPECT_EQ(proposed_.parent_path(), folder_ / "here");
}

TEST_F(CalmDesk, GreysAreChosenAtOnceAndKept) {
    begin(testing::slipping_painting());
    const auto lightness = [&](const char* pane) {
        return find(pane)->grab().toImage().pixelColor(2, 2).lightness();
    };
    for (const char* pane : {"top_bar", "lens_row", "sheets", "ladder"})
        EXPECT_LT(lightness(pane), 80) << pane;
    trigger("look_light");
    QCoreApplication::processEvents();
    for (const char* pane : {"top_bar", "lens_row", "sheets", "ladder"})
        EXPECT_GT(lightness(pane), 180) << pane;
    EXPECT_EQ(kept_look(), Look::light);
    trigger("look_dark");
    QCoreApplication::processEvents();
    EXPECT_LT(lightness("top_bar"), 80);
}

TEST_F(CalmDesk, ButtonsKeepTheirSizeWhenTheyHaveTheFocus) {
    begin(testing::slipping_painting());
    for (const char* name : {"lay_pass", "bench_values", "lens_grey", "pass_on", "file_menu"}) {
        auto* button = find(name);
        window_->canvas().setFocus();
        QCoreApplication::processEvents();
        const QSize before = button->size(), hint = button->sizeHint();
        button->setFocus(Qt::TabFocusReason);
        QCoreApplication::processEvents();
        EXPECT_EQ(button->size(), before) << name;
        EXPECT_EQ(button->sizeHint(), hint) << name;
    }
}

TEST_F(CalmDesk, LensesThatDoNotFitFoldIntoAMenu) {
    Painting painting = testing::slipping_painting();
    painting.brief = with_a_route(painting.brief);
    for (RouteStep& step : painting.brief.route.steps) step.name = "Hue in light and in shadow";
    begin(painting);
    window_->resize(1024, 640);
    settle();
    EXPECT_EQ(window_->size(), QSize(1024, 640));
    for (const char* bench : {"values", "passes"}) {
        window_->show_bench(bench);
        settle();
        int seen = 0;
        for (const LensRecord* record : kLenses) {
            auto* button = find<QPushButton>((std::string("lens_") + record->id).c_str());
            if (!button->isVisible()) continue;
            ++seen;
            EXPECT_GE(button->width(), button->sizeHint().width()) << record->id << " is cut";
            EXPECT_LE(button->geometry().right(), find("lens_row")->width()) << record->id;
        }
        EXPECT_GE(seen, 3);
        EXPECT_TRUE(find("more_lenses")->isVisible());
    }
    // One that is folded away can be chosen, and then stands in the row.
    choose("more_lenses", "Extremes");
    EXPECT_EQ(window_->canvas().lens(), Lens::extremes);
    QCoreApplication::processEvents();
    EXPECT_TRUE(find("lens_extremes")->isVisible());
    window_->resize(900, 500);
    QCoreApplication::processEvents();
    EXPECT_GE(window_->width(), 1024) << "there is a least size";
    window_->resize(2200, 900);
    settle();
    EXPECT_FALSE(find("more_lenses")->isVisible());
}

/// Windows from the smallest to a large screen.
class CalmDeskAt : public CalmDesk, public ::testing::WithParamInterface<std::pair<int, int>> {};

INSTANTIATE_TEST_SUITE_P(Sizes, CalmDeskAt,
                         ::testing::Values(std::pair(1024, 640), std::pair(1280, 800),
                                           std::pair(2560, 1440)),
                         [](const auto& tested) {
                             return std::to_string(tested.param.first) + "x" +
                                    std::to_string(tested.param.second);
                         });

TEST_P(CalmDeskAt, NoButtonAndNoWordIsCut) {
    begin(testing::slipping_painting());
    window_->resize(GetParam().first, GetParam().second);
    int seen = 0;
    for (const auto& [bench, pages] : testing::kDeskPlaces) {
        window_->show_bench(bench);
        for (const char* page : pages) {
            window_->bench().show_page(page);
            settle();
            for (const auto* button : window_->findChildren<QPushButton*>()) {
                if (!button->isVisible() || button->text().isEmpty()) continue;
                ++seen;
                EXPECT_GE(button->width(), button->sizeHint().width())
                    << bench << ' ' << page << ": " << button->text().toStdString();
            }
            for (const auto* area : window_->findChildren<QScrollArea*>()) {
                if (!area->isVisible() ||
                    area->horizontalScrollBarPolicy() != Qt::ScrollBarAlwaysOff)
                    continue;
                EXPECT_LE(area->widget()->width(), area->viewport()->width())
                    << bench << ' ' << page << ": " << area->objectName().toStdString();
            }
            for (const auto* label : window_->findChildren<QLabel*>()) {
                if (!label->isVisible() || label->wordWrap() ||
                    dynamic_cast<const ElidedLabel*>(label) != nullptr)
                    continue;
                EXPECT_GE(label->width(), label->sizeHint().width())
                    << bench << ' ' << page << ": " << label->text().toStdString();
            }
        }
    }
    EXPECT_GT(seen, 100);
}

/// What Qt does not know tells assistive technology what it is.
TEST_F(CalmDesk, EveryDrawnControlHasARoleAndAName) {
    begin(testing::slipping_painting());
    std::set<std::string> seen;
    for (const auto& [bench, pages] : testing::kDeskPlaces) {
        window_->show_bench(bench);
        for (const char* page : pages) {
            window_->bench().show_page(page);
            settle();
            for (auto* widget : window_->findChildren<QWidget*>()) {
                const std::string kind = widget->metaObject()->className();
                if (!kind.starts_with("underpaint::") || !widget->isVisible() ||
                    (widget->focusPolicy() & Qt::TabFocus) == 0 ||
                    qobject_cast<QAbstractButton*>(widget) != nullptr ||
                    qobject_cast<QAbstractScrollArea*>(widget) != nullptr ||
                    qobject_cast<QLineEdit*>(widget) != nullptr)
                    continue;
                const QAccessibleInterface* read = QAccessible::queryAccessibleInterface(widget);
                ASSERT_NE(read, nullptr) << kind;
                EXPECT_NE(read->role(), QAccessible::Client)
                    << bench << ' ' << page << ": " << kind;
                EXPECT_NE(read->text(QAccessible::Name), "")
                    << bench << ' ' << page << ": " << kind;
                seen.insert(kind);
            }
        }
    }
    EXPECT_GT(seen.size(), 10U);
}

TEST_F(CalmDesk, NoNoticeIsCut) {
    begin(testing::slipping_painting());
    auto* notice = find<NoticeBar>("notice");
    const auto* words = find<QLabel>("notice_text");
    const std::vector<QString> names{
        "/tmp/two.ora", QString("/home/a painter/") + QString(6, 'p') + "/salt-cart.ora",
        "/" + QStringList(12, "a-folder-of-some-length").join('/') + "/" + QString(200, 'n') +
            ".ora",
        QString(240, QChar(0x6F22))};
    const QStringList answers{"Keep mine as a copy", "Open theirs", "Compare", "Overwrite",
                              "Cancel"};
    for (const QSize size : {QSize(1280, 800), QSize(1024, 640), QSize(1720, 900)})
        for (const QString& name : names)
            for (int count = 1; count <= answers.size(); ++count) {
                window_->resize(size);
                std::vector<NoticeBar::Answer> some;
                for (int i = 0; i < count; ++i) some.push_back({answers[i], {}});
                const QString text = name +
                                     ": another program has changed it since it was "
                                     "opened here.";
                notice->ask(text, some);
                QCoreApplication::processEvents();
                EXPECT_EQ(notice->text(), text);
                ASSERT_EQ(notice->width(), notice->parentWidget()->width());
                const auto where = [&] {
                    return QStringLiteral("%1 at %2, %3 answers")
                        .arg(name.left(30))
                        .arg(size.width())
                        .arg(count)
                        .toStdString();
                };
                // As high as the words need at their width, and no word wider than that.
                EXPECT_GE(words->height(), words->heightForWidth(words->width())) << where();
                EXPECT_LE(words->fontMetrics()
                              .boundingRect(QRect(0, 0, words->width(), 10'000), Qt::TextWordWrap,
                                            words->text())
                              .width(),
                          words->width())
                    << where();
                for (const auto* button : notice->findChildren<QPushButton*>()) {
                    if (!button->isVisible()) continue;
                    EXPECT_GE(button->width(), button->sizeHint().width()) << where();
                    EXPECT_TRUE(notice->rect().contains(button->geometry()))
                        << where() << button->text().toStdString();
                    EXPECT_FALSE(words->geometry().intersects(button->geometry())) << where();
                }
            }
}

TEST_F(CalmDesk, TheFirstWindowIsNoLargerThanItsScreen) {
    EXPECT_EQ(first_size({1280, 800}, {1920, 1200}), QSize(1280, 800));
    for (const QSize screen : {QSize(1280, 800), QSize(1280, 720), QSize(1024, 768),
                               QSize(1024, 600), QSize(800, 1200)}) {
        const QSize first = first_size({1280, 800}, screen);
        // With a title bar and a frame.
        EXPECT_LE(first.width() + 2, screen.width());
        EXPECT_LE(first.height() + 30, screen.height());
    }
    const QSize room = window_->screen()->availableSize();
    start();
    EXPECT_TRUE(QRect(QPoint(), room).contains(QRect(QPoint(), window_->size())));
}

TEST_F(CalmDesk, AWildNameIsCutAndDoesNotHoldUpTheWindow) {
    Painting wild = testing::slipping_painting();
    wild.passes[1].name = std::string(4'000'000, 'w') + "\x1b[2J";
    wild.name = wild.parts[0].name = wild.passes[1].name;
    begin(wild);
    EXPECT_LT(find<QPushButton>("file_menu")->text().size(), 100);
    EXPECT_LT(find<QListView>("ledger")->model()->index(2, 0).data().toString().size(), 100);
    for (const Finding& finding : window_->meters().passes.findings())
        EXPECT_LT(finding.text.size(), 600U);
    // Looking at the name in its line changes nothing.
    auto* name = find<QLineEdit>("pass_name");
    name->setFocus();
    window_->canvas().setFocus();
    EXPECT_EQ(painting().passes[1].name.size(), wild.passes[1].name.size());
}

}  // namespace
}  // namespace underpaint
