// SPDX-License-Identifier: GPL-3.0-or-later
// The Brief bench, driven as a painter would.
#include <QClipboard>
#include <QLabel>
#include <QMimeData>

#include "brief/routes.h"
#include "desk/brief/brief_board.h"
#include "desk/brief/calendar_view.h"
#include "desk/brief/late_change_page.h"
#include "desk/brief/picture_card.h"
#include "desk/brief/route_list.h"
#include "files/brief_json.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

using testing::slipping_painting;

class BriefBenchTest : public testing::DeskTest {
protected:
    void begin_on_brief(Painting painting) {
        begin(std::move(painting));
        QTest::keyClick(window_.get(), Qt::Key_1);
        settle();
    }
    const Brief& brief() const { return painting().brief; }
    /// Writes into a line and leaves it.
    void write(const char* name, const QString& text) const {
        auto* edit = find<QLineEdit>(name);
        edit->setFocus();
        edit->selectAll();
        QTest::keyClick(edit, Qt::Key_Delete);
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
    }
    void bring(const char* strip, const Picture& picture, const char* file) {
        ASSERT_TRUE(save_png(folder_ / file, picture));
        picked_ = folder_ / file;
        click((std::string(strip) + "_bring").c_str());
        settle();
    }
    PictureCard* card(const char* name) const { return find<PictureCard>(name); }
    /// An entry of the menu that a right click on a card opens.
    void choose_on(QWidget* widget, const QPoint& at, const char* action) const {
        QContextMenuEvent event(QContextMenuEvent::Mouse, at, widget->mapToGlobal(at));
        QApplication::sendEvent(widget, &event);
        for (QMenu* menu : widget->findChildren<QMenu*>())
            for (QAction* entry : menu->findChildren<QAction*>(QString::fromLatin1(action)))
                if (menu->isVisible()) {
                    entry->trigger();
                    menu->close();
                    return settle();
                }
        FAIL() << "no entry " << action;
    }
    void point(PictureCard* card, double x, double y) const {
        const QRectF place = card->picture_rect();
        QTest::mouseClick(
            card, Qt::LeftButton, {},
            QPointF(place.left() + x * place.width(), place.top() + y * place.height()).toPoint());
        settle();
    }
    QString text_of(const char* label) const { return find<QLabel>(label)->text(); }
};

Picture sketch(int at) {
    return testing::grey_picture({200, 150}, [at](int x, int y) {
        return std::hypot(x - at, y - 75) < 8 ? 0.95 : x < 60 ? 0.2 : 0.45;
    });
}

TEST_F(BriefBenchTest, TakesThePlaceOfTheCanvasAndGivesItBack) {
    begin_on_brief(slipping_painting());
    EXPECT_TRUE(find("brief_board")->isVisible());
    EXPECT_FALSE(window_->canvas().isVisible());
    QTest::keyClick(window_.get(), Qt::Key_3);
    EXPECT_TRUE(window_->canvas().isVisible());
    EXPECT_FALSE(find("brief_board")->isVisible());
}

TEST_F(BriefBenchTest, LinesAreWrittenReadBackAndCompared) {
    begin_on_brief(slipping_painting());
    write("brief_purpose", "a poster");
    write("brief_size", "800 x 600");
    write("brief_swing", "4,5");
    write("brief_lead", "1.4");
    write("brief_range", "7.5-1,8");
    write("brief_mother", "Dusk 12%");
    write("brief_strongest", "3");
    choose("brief_light", "cool lights, warm shadows");
    choose("brief_key", "low");
    choose("brief_strongest_at", "in the shadows");
    settle();
    EXPECT_EQ(brief().purpose, "a poster");
    EXPECT_EQ(brief().size, (Size{800, 600}));
    EXPECT_EQ(wanted_swing(brief()), -4.5);
    EXPECT_EQ(painting().plan.lead, 1.4);
    EXPECT_EQ(painting().plan.range, (Range{1.8, 7.5}));
    EXPECT_EQ(painting().plan.key, Key::low);
    EXPECT_EQ(brief().mother->name, "Dusk");
    EXPECT_NEAR(brief().mother->share, 0.12, 1e-9);
    EXPECT_EQ(brief().strongest->at, StrongestAt::shadows);
    EXPECT_NEAR(brief().strongest->area, 0.03, 1e-9);
    EXPECT_EQ(find<QLineEdit>("brief_swing")->text(), QStringLiteral("at least −4.5"));
    // The picture is smaller than what it is for: said beside it.
    EXPECT_EQ(text_of("now_size"), QStringLiteral("400 × 300, smaller"));
    for (int i = 0; i < 10; ++i) session().document.undo();
    EXPECT_EQ(brief().purpose, "");
    EXPECT_FALSE(brief().size || brief().swing || brief().light || brief().mother);
}

TEST_F(BriefBenchTest, WhatCantBeReadLeavesALineAsItWas) {
    begin_on_brief(slipping_painting());
    write("brief_size", "800 x 600");
    write("brief_size", "quite large");
    EXPECT_EQ(brief().size, (Size{800, 600}));
    EXPECT_EQ(find<QLineEdit>("brief_size")->text(), QStringLiteral("800 × 600"));
    write("brief_size", "");
    EXPECT_FALSE(brief().size);
}

TEST_F(BriefBenchTest, ThumbnailsComeInAreMeasuredAndChosenForThePlan) {
    begin_on_brief(slipping_painting());
    bring("thumbnails", sketch(120), "one.png");
    bring("thumbnails", sketch(150), "two.png");
    ASSERT_EQ(brief().thumbnails.size(), 2U);
    EXPECT_EQ(card("thumbnails_0")->face().title, "1");
    EXPECT_EQ(card("thumbnails_0")->face().rings.size(), 1U);
    EXPECT_TRUE(card("thumbnails_0")->face().rings[0].dashed);  // suggested, not placed
    point(card("thumbnails_0"), 0.6, 0.5);
    ASSERT_TRUE(brief().thumbnails[0].focus);
    EXPECT_NEAR(brief().thumbnails[0].focus->centre.x, 120, 2);
    EXPECT_FALSE(card("thumbnails_0")->face().rings[0].dashed);

    QTest::keyClick(card("thumbnails_0"), Qt::Key_Return);
    settle();
    EXPECT_EQ(brief().chosen, 0U);
    // By shares of both sides: the painting is 400 x 300.
    EXPECT_NEAR(painting().plan.foci.front().centre.x, 240, 4);
    EXPECT_EQ(painting().plan.foci.front().name, "Lamp");
    EXPECT_EQ(painting().plan.shares.at(ShapeCount::three).size(), 3U);
    EXPECT_TRUE(painting().plan.range && painting().plan.key);
    session().document.undo();
    EXPECT_FALSE(brief().chosen || painting().plan.range);
}

TEST_F(BriefBenchTest, AThumbnailIsMirroredAndRemoved) {
    begin_on_brief(slipping_painting());
    bring("thumbnails", sketch(120), "one.png");
    bring("thumbnails", sketch(40), "two.png");
    point(card("thumbnails_0"), 0.6, 0.5);
    QTest::keyClick(card("thumbnails_1"), Qt::Key_Return);
    settle();
    choose_on(card("thumbnails_0"), {5, 5}, "thumbnail_mirror");
    EXPECT_NEAR(brief().thumbnails[0].focus->centre.x, 80, 2);
    const Picture mirrored = *pixels_of(brief().thumbnails[0].picture);
    EXPECT_GT(testing::pixel(mirrored, 80, 75).g, 0.9F);
    choose_on(card("thumbnails_0"), {5, 5}, "thumbnail_remove");
    ASSERT_EQ(brief().thumbnails.size(), 1U);
    EXPECT_EQ(brief().chosen, 0U);  // the same one is still the chosen one
    // The last one, by a real click in its own menu.
    PictureCard* last = card("thumbnails_0");
    QContextMenuEvent event(QContextMenuEvent::Mouse, {5, 5}, last->mapToGlobal(QPoint(5, 5)));
    QApplication::sendEvent(last, &event);
    auto* menu = last->findChild<QMenu*>(QStringLiteral("card_menu"));
    ASSERT_NE(menu, nullptr);
    auto* remove = menu->findChild<QAction*>(QStringLiteral("thumbnail_remove"));
    QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(remove).center());
    settle();
    EXPECT_TRUE(brief().thumbnails.empty());
    EXPECT_FALSE(brief().chosen);
}

TEST_F(BriefBenchTest, NineThumbnailsAreOneTooMany) {
    begin_on_brief(slipping_painting());
    for (int i = 0; i < 8; ++i) bring("thumbnails", sketch(100 + i), "s.png");
    EXPECT_EQ(brief().thumbnails.size(), 8U);
    bring("thumbnails", sketch(90), "s.png");
    EXPECT_EQ(brief().thumbnails.size(), 8U);
    EXPECT_NE(text_of("thumbnails_trouble").indexOf("eight"), -1);
}

TEST_F(BriefBenchTest, FilesAreDroppedSeveralAtOnce) {
    begin_on_brief(slipping_painting());
    QMimeData files;
    QList<QUrl> urls;
    for (const char* name : {"a.png", "b.png", "c.png"}) {
        ASSERT_TRUE(save_png(folder_ / name, sketch(100)));
        urls << QUrl::fromLocalFile(QString::fromStdString((folder_ / name).string()));
    }
    files.setUrls(urls);
    QWidget* strip = find("references");
    QDragEnterEvent enter({5, 5}, Qt::CopyAction, &files, Qt::LeftButton, {});
    QApplication::sendEvent(strip, &enter);
    EXPECT_TRUE(enter.isAccepted());
    QDropEvent drop(QPointF(5, 5), Qt::CopyAction, &files, Qt::LeftButton, {});
    QApplication::sendEvent(strip, &drop);
    settle();
    ASSERT_EQ(brief().references.size(), 3U);
    EXPECT_EQ(brief().references[1].picture.name, "b");
    // Words are not taken.
    QMimeData words;
    words.setText("words");
    QDragEnterEvent other({5, 5}, Qt::CopyAction, &words, Qt::LeftButton, {});
    other.ignore();
    QApplication::sendEvent(strip, &other);
    EXPECT_FALSE(other.isAccepted());
}

TEST_F(BriefBenchTest, APictureThatComesAfterAnotherPaintingIsDropped) {
    begin_on_brief(slipping_painting());
    ASSERT_TRUE(
        save_png(folder_ / "late.png", testing::noise({3000, 2000}, Channels::rgb, Depth::bits8)));
    picked_ = folder_ / "late.png";
    click("references_bring");
    session().document.begin(slipping_painting(), {}, true);
    settle();
    QTest::keyClick(window_.get(), Qt::Key_1);
    settle();
    EXPECT_TRUE(brief().references.empty());
}

TEST_F(BriefBenchTest, TheBriefIsTakenFromThePictureAsItIs) {
    begin_on_brief(slipping_painting());
    auto* menu = find<QPushButton>("take_brief")->menu();
    emit menu->aboutToShow();
    find<QAction>("take_as_it_is")->trigger();
    settle();
    EXPECT_TRUE(painting().plan.range && painting().plan.key);
    ASSERT_TRUE(brief().light);
    // What was taken from the picture holds for it.
    for (const BriefLine& line : window_->meters().brief.lines())
        if (line.id == "swing" || line.id == "light") {
            EXPECT_NE(line.verdict, Verdict::lost) << line.asked << " " << line.now;
        }
    const QString step = session().document.history().undo_label().c_str();
    EXPECT_NE(step.indexOf("the picture"), -1);
    session().document.undo();
    EXPECT_FALSE(brief().light || painting().plan.key);
}

TEST_F(BriefBenchTest, CardsAndRouteSayWhatTheyShow) {
    begin_on_brief(slipping_painting());
    bring("thumbnails", sketch(120), "one.png");
    bring("thumbnails", sketch(60), "two.png");
    EXPECT_NE(card("thumbnails_0")->accessibleName().indexOf("lead"), -1);
    EXPECT_NE(find("route")->accessibleName().indexOf("Thumbnails, in hand"), -1);
    EXPECT_NE(find("calendar")->accessibleName().indexOf("Thumbnails on"), -1);
    // By keyboard from card to card, and down the route.
    card("thumbnails_0")->setFocus();
    QTest::keyClick(card("thumbnails_0"), Qt::Key_Right);
    EXPECT_TRUE(card("thumbnails_1")->hasFocus());
    auto* list = find<RouteList>("route");
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Down);
    QTest::keyClick(list, Qt::Key_Down);
    QTest::keyClick(list, Qt::Key_Down);
    QTest::keyClick(list, Qt::Key_Down);
    QTest::keyClick(list, Qt::Key_Space);
    settle();
    EXPECT_EQ(list->rows()[4].state, RouteRow::State::in_hand);
    QTest::keyClick(list, Qt::Key_Up);
    QTest::keyClick(list, Qt::Key_Up);
    QTest::keyClick(list, Qt::Key_Return);
    EXPECT_STREQ(window_->bench().text().id, "values");
    EXPECT_TRUE(find<QPushButton>("page_seals")->isChecked());
}

TEST_F(BriefBenchTest, NarrowCardsStandInFewerColumns) {
    begin_on_brief(slipping_painting());
    for (int i = 0; i < 3; ++i) bring("references", sketch(100 + i), "s.png");
    EXPECT_EQ(card("references_0")->y(), card("references_2")->y());
    window_->resize(1024, 640);
    settle();
    EXPECT_LT(card("references_0")->y(), card("references_2")->y());
    EXPECT_GE(card("references_0")->width(), 165);
}

TEST_F(BriefBenchTest, WhatAPaintingTookIsRememberedWhenItIsSaved) {
    Painting done = slipping_painting();
    done.brief.route = {"Short", {{"s", "Seal it", "values", "seals", {StepCheck::sealed}, 10}}};
    done.log = {"id-7", {{"s", *date_from_iso("2026-11-20"), 600, 42 * 60.0}}, {}};
    begin_on_brief(done);
    picked_ = folder_ / "kept.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !session().settings.past().empty(); }));
    EXPECT_NEAR(session().settings.past().front().minutes.at("s"), 42, 1e-9);
    // The next painting of this route is estimated by it.
    Painting next = slipping_painting();
    next.brief.route = done.brief.route;
    next.seals.clear();
    begin(next);
    QTest::keyClick(window_.get(), Qt::Key_1);
    settle();
    EXPECT_EQ(find<RouteList>("route")->rows()[0].usual, "0:42");
    EXPECT_NE(text_of("time_hint").indexOf("your last 1"), -1);
}

TEST_F(BriefBenchTest, DamagedRulesOfAPainterAreToldOfAtTheStart) {
    std::filesystem::create_directories(folder_ / "config/faithful-underpaint");
    testing::write_text(folder_ / "config/faithful-underpaint/house-rules.json", "{");
    MainWindow again([] { return std::string("2026-11-24"); }, [this] { return now_; });
    again.show();
    const auto* bar = again.findChild<NoticeBar*>(QStringLiteral("notice"));
    EXPECT_NE(bar->text().indexOf("house-rules.json"), -1);
}

TEST_F(BriefBenchTest, WhatIsNoPictureIsSaidAndNothingChanges) {
    begin_on_brief(slipping_painting());
    testing::write_text(folder_ / "no.png", "no picture");
    picked_ = folder_ / "no.png";
    click("thumbnails_bring");
    settle();
    EXPECT_TRUE(find("thumbnails_trouble")->isVisible());
    EXPECT_TRUE(brief().thumbnails.empty());
    QGuiApplication::clipboard()->setText("words");
    find("brief_board")->setFocus();
    QTest::keyClick(find("brief_board"), Qt::Key_V, Qt::ControlModifier);
    settle();
    EXPECT_NE(text_of("thumbnails_trouble").indexOf("no picture on the clipboard"), -1);
    QImage image(40, 30, QImage::Format_RGB32);
    image.fill(Qt::gray);
    QGuiApplication::clipboard()->setImage(image);
    QTest::keyClick(find("brief_board"), Qt::Key_V, Qt::ControlModifier);
    settle();
    EXPECT_EQ(brief().thumbnails.size(), 1U);
}

TEST_F(BriefBenchTest, PairByPairTheBetterOneStays) {
    begin_on_brief(slipping_painting());
    for (int i = 0; i < 3; ++i) bring("thumbnails", sketch(100 + 20 * i), "s.png");
    click("pairs");
    ASSERT_TRUE(find("pair_sheet")->isVisible());
    click("pair_mirror");
    QTest::keyClick(find("pair_sheet"), Qt::Key_Right);  // 2 beats 1
    EXPECT_EQ(card("pair_left")->face().title, "2");
    QTest::keyClick(find("pair_sheet"), Qt::Key_Left);  // and 3
    settle();
    EXPECT_FALSE(find("pair_sheet")->isVisible());
    EXPECT_EQ(brief().chosen, 1U);
    click("pairs");
    QTest::keyClick(find("pair_sheet"), Qt::Key_Escape);
    EXPECT_EQ(brief().chosen, 1U);
}

TEST_F(BriefBenchTest, TheChosenThumbnailLiesOverTheCanvasAsAGhost) {
    begin_on_brief(slipping_painting());
    bring("thumbnails", testing::filled({40, 30}, Channels::grey, grey(1)), "white.png");
    QTest::keyClick(card("thumbnails_0"), Qt::Key_Return);
    settle();
    QTest::keyClick(window_.get(), Qt::Key_2);
    settle();
    const int before = shown(20, 150).red();
    click("ghost");
    EXPECT_GT(shown(20, 150).red(), before + 60);
    QTest::keyClick(window_.get(), Qt::Key_Escape);
    EXPECT_EQ(shown(20, 150).red(), before);
    EXPECT_FALSE(find<QPushButton>("ghost")->isChecked());
    // Passes are judged without it.
    click("ghost");
    QTest::keyClick(window_.get(), Qt::Key_3);
    settle();
    EXPECT_FALSE(find("ghost")->isVisible());
}

TEST_F(BriefBenchTest, ReferencesFeedTheBriefTheStripAndGradients) {
    begin_on_brief(slipping_painting());
    bring("references",
          testing::coloured({120, 90},
                            [](int, int y) {
                                return y < 45 ? Rgb{0.95F, 0.7F, 0.4F} : Rgb{0.15F, 0.2F, 0.4F};
                            }),
          "lamp.png");
    ASSERT_EQ(card("references_0")->face().title, "lamp");
    EXPECT_FALSE(card("references_0")->face().swatches.empty());
    point(card("references_0"), 0.5, 0.2);
    ASSERT_FALSE(session().choices.used_colours().empty());
    EXPECT_NEAR(session().choices.used_colours().front().r, 0.95F, 0.03F);
    // The keyboard takes what is under the pointer into the palette.
    const QRectF picture = card("references_0")->picture_rect();
    const QPoint spot(static_cast<int>(picture.center().x()),
                      static_cast<int>(picture.top() + 0.8 * picture.height()));
    QTest::mouseMove(card("references_0"), spot);
    QTest::mouseMove(card("references_0"), spot + QPoint(1, 0));
    QTest::keyClick(card("references_0"), Qt::Key_C);
    ASSERT_EQ(painting().palette.colours.size(), 1U);
    EXPECT_NEAR(painting().palette.colours[0].colour.b, 0.4F, 0.03F);
    EXPECT_EQ(painting().palette.colours[0].from, "from lamp");

    choose("take_brief", "lamp");
    settle();
    EXPECT_EQ(brief().light, Light::warm_lights);
    EXPECT_GT(*brief().swing, 5);
    EXPECT_TRUE(painting().plan.range && painting().plan.key);

    QTest::keyClick(window_.get(), Qt::Key_3);
    settle();
    Pass map;
    map.source = GradientMap{};
    session().document.change("Lay", with_pass(painting(), map));
    session().outlook.set_moment(painting().passes.size());
    settle();
    const auto before = std::get<GradientMap>(painting().passes.back().source).stops;
    click("stops_from_picture");
    auto* menu = find<QPushButton>("stops_from_picture")->findChild<QMenu*>("reference_menu");
    ASSERT_NE(menu, nullptr);
    menu->actions().front()->trigger();
    menu->close();
    EXPECT_NE(std::get<GradientMap>(painting().passes.back().source).stops, before);
    EXPECT_EQ(asked_, 1);  // for the file of the reference itself, and never again
}

TEST_F(BriefBenchTest, AGreyReferenceIsTintedAndTwelveAreCountedGently) {
    begin_on_brief(slipping_painting());
    bring("references", testing::ramp({80, 60}, Depth::bits8), "print.png");
    EXPECT_EQ(card("references_0")->face().rows[0].value, "grey");
    choose_on(card("references_0"), {5, 5}, "reference_tint");
    ASSERT_TRUE(brief().references[0].tint);
    EXPECT_NE(card("references_0")->face().rows[0].value.indexOf("swing"), -1);
    choose_on(card("references_0"), {5, 5}, "reference_right");
    EXPECT_EQ(brief().references[0].picture.size, (Size{60, 80}));
    for (int i = 0; i < 11; ++i) bring("references", sketch(20 * i), "s.png");
    EXPECT_EQ(brief().references.size(), 12U);
    bool counted = false;
    for (const QLabel* label : find("references")->findChildren<QLabel*>())
        counted = counted || label->text().contains("12 of them");
    EXPECT_TRUE(counted);
}

TEST_F(BriefBenchTest, HouseRulesAreTheirPaintersAndCanDifferHere) {
    begin_on_brief(slipping_painting());
    choose("rule_extremes", "nowhere");
    write("rule_value_budget", "0.4");
    EXPECT_TRUE(brief().rules.empty());
    EXPECT_EQ(session().settings.rules().at(HouseRule::extremes), 2);
    click("rule_extremes_here");
    choose("rule_extremes", "anywhere");
    EXPECT_EQ(brief().rules.at(HouseRule::extremes), 0);
    EXPECT_EQ(session().settings.rules().at(HouseRule::extremes), 2);
    // The next painting, and the next start, have the painter's own.
    const PainterSettings again(PainterFiles::usual());
    EXPECT_EQ(again.rules().at(HouseRule::extremes), 2);
    EXPECT_NEAR(again.rules().at(HouseRule::value_budget), 0.4, 1e-6);
    click("rule_extremes_here");
    EXPECT_TRUE(brief().rules.empty());
    find<QLineEdit>("rule_background")->setFocus();
    EXPECT_NE(text_of("rule_why").indexOf("quieter background"), -1);
}

TEST_F(BriefBenchTest, TheRouteTicksItselfAndGoesOn) {
    begin_on_brief(slipping_painting());
    auto* list = find<RouteList>("route");
    ASSERT_EQ(list->rows().size(), usual_routes().front().steps.size());
    EXPECT_EQ(list->rows()[0].state, RouteRow::State::in_hand);
    EXPECT_EQ(list->rows()[2].state, RouteRow::State::done);  // parts cover it, and it is sealed
    EXPECT_EQ(find<QPushButton>("go_on")->text(), "Go on: thumbnails");
    EXPECT_EQ(find<QPushButton>("step_in_hand")->text(), QStringLiteral("▸ Thumbnails"));
    bring("thumbnails", sketch(120), "one.png");
    QTest::keyClick(card("thumbnails_0"), Qt::Key_Return);
    settle();
    EXPECT_EQ(list->rows()[0].state, RouteRow::State::done);
    EXPECT_EQ(list->rows()[4].state, RouteRow::State::in_hand);
    click("step_in_hand");  // hue in light and shadow: the menu of what can be laid is open
    EXPECT_STREQ(window_->bench().text().id, "passes");
    QMenu* menu = find<QPushButton>("lay_pass")->menu();
    EXPECT_TRUE(menu->isVisible());
    menu->close();
    QTest::keyClick(window_.get(), Qt::Key_1);
    settle();
    choose_on(list, list->row_rect(1).center().toPoint(), "step_go");
    EXPECT_STREQ(window_->bench().text().id, "values");
    EXPECT_TRUE(find<QPushButton>("page_plan")->isChecked());
}

TEST_F(BriefBenchTest, AStepIsTakenRenamedAddedMovedAndRemoved) {
    begin_on_brief(slipping_painting());
    auto* list = find<RouteList>("route");
    const auto middle = [&](int row) {
        return list->row_rect(static_cast<std::size_t>(row)).center().toPoint();
    };
    QTest::mouseClick(list, Qt::LeftButton, {}, middle(4));
    settle();
    EXPECT_EQ(list->rows()[4].state, RouteRow::State::in_hand);
    choose_on(list, middle(4), "step_add");
    EXPECT_EQ(list->rows()[5].name, "New step");
    choose_on(list, middle(5), "step_rename");
    QTest::keyClicks(find<QLineEdit>("step_writing"), "Varnish");
    QTest::keyClick(find<QLineEdit>("step_writing"), Qt::Key_Return);
    settle();
    EXPECT_EQ(list->rows()[5].name, "Varnish");
    EXPECT_STREQ(window_->bench().text().id, "brief") << "the Return was for the line";
    choose_on(list, middle(5), "step_rename");
    QTest::keyClicks(find<QLineEdit>("step_writing"), "Other");
    QTest::keyClick(find<QLineEdit>("step_writing"), Qt::Key_Escape);
    settle();
    EXPECT_EQ(list->rows()[5].name, "Varnish");
    choose_on(list, middle(5), "step_up");
    EXPECT_EQ(list->rows()[4].name, "Varnish");
    // It is ticked by hand, on its mark.
    QTest::mouseClick(list, Qt::LeftButton, {}, list->mark_rect(4).center().toPoint());
    settle();
    EXPECT_EQ(list->rows()[4].state, RouteRow::State::done);
    choose_on(list, middle(4), "step_usual");
    QTest::keyClicks(find<QLineEdit>("step_writing"), "1:15");
    QTest::keyClick(find<QLineEdit>("step_writing"), Qt::Key_Return);
    settle();
    EXPECT_EQ(brief().route.steps[4].usual, 75);
    choose_on(list, middle(4), "step_remove");
    EXPECT_EQ(brief().route, usual_routes().front());
}

TEST_F(BriefBenchTest, ARouteIsKeptAsOnesOwnAndOpenedFromAFile) {
    begin_on_brief(slipping_painting());
    find<QPushButton>("route_choice")->menu()->aboutToShow();
    find<QAction>("route_keep")->trigger();
    auto* name = find<QLineEdit>("step_writing");
    name->selectAll();
    QTest::keyClicks(name, "Mine");
    QTest::keyClick(name, Qt::Key_Return);
    settle();
    EXPECT_EQ(brief().route.name, "Mine");
    ASSERT_EQ(session().settings.routes().size(), 1U);
    choose("route_choice", "Late effects");
    EXPECT_EQ(brief().route.steps.size(), usual_routes()[4].steps.size());
    choose("route_choice", "Mine");
    EXPECT_EQ(brief().route.steps, usual_routes().front().steps);

    const std::string whole = write_route(usual_routes()[2]);
    testing::write_text(folder_ / "cut.json", whole.substr(0, whole.size() / 2));
    picked_ = folder_ / "cut.json";
    find<QPushButton>("route_choice")->menu()->aboutToShow();
    find<QAction>("route_open")->trigger();
    EXPECT_NE(text_of("route_note").indexOf("cut short"), -1);
    EXPECT_EQ(brief().route.name, "Mine");
    testing::write_text(folder_ / "whole.json", whole);
    picked_ = folder_ / "whole.json";
    find<QPushButton>("route_choice")->menu()->aboutToShow();
    find<QAction>("route_open")->trigger();
    EXPECT_EQ(brief().route, usual_routes()[2]);
    EXPECT_FALSE(find("route_note")->isVisible());
}

TEST_F(BriefBenchTest, WorkIsLoggedByActivityUnderTheStepInHandAndCorrected) {
    begin_on_brief(slipping_painting());
    const auto act = [&](int seconds) {
        now_ += std::chrono::seconds(seconds);
        QTest::mouseMove(window_.get(), QPoint(400, 400 + seconds % 7));
        QTest::mousePress(find("brief_board"), Qt::LeftButton, {}, {700, 700});
        QTest::mouseRelease(find("brief_board"), Qt::LeftButton, {}, {700, 700});
    };
    act(1);
    const std::size_t steps_back = [&] {
        std::size_t count = 0;
        for (; session().document.history().can_undo() && count < 99; ++count) break;
        return count;
    }();
    for (int i = 0; i < 10; ++i) act(60);
    act(600);  // a pause
    for (int i = 0; i < 5; ++i) act(60);
    auto* list = find<RouteList>("route");
    EXPECT_EQ(list->rows()[0].taken, "0:15");
    EXPECT_FALSE(session().document.unsaved());
    EXPECT_EQ(session().document.history().can_undo(), steps_back > 0);
    // Corrected by a double click on the figure.
    QTest::mouseDClick(list, Qt::LeftButton, {}, list->taken_rect(0).center().toPoint());
    auto* edit = find<QLineEdit>("step_writing");
    edit->selectAll();
    QTest::keyClicks(edit, "20");
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(list->rows()[0].taken, "0:20");
    // The clock set back while logging takes nothing away.
    now_ -= std::chrono::hours(3);
    act(0);
    act(60);
    EXPECT_EQ(list->rows()[0].taken, "0:21");
    // And what was worked is no part of what is undone.
    session().document.change("Rename", [&] {
        Painting other = painting();
        other.name = "Other";
        return other;
    }());
    session().document.undo();
    EXPECT_EQ(list->rows()[0].taken, "0:21");
}

TEST_F(BriefBenchTest, AfterFiftyMinutesAQuietMarkStandsInTheBar) {
    begin_on_brief(slipping_painting());
    EXPECT_FALSE(find("rest_mark")->isVisible());
    for (int i = 0; i <= 51; ++i) {
        now_ += std::chrono::minutes(1);
        QTest::mousePress(find("brief_board"), Qt::LeftButton, {}, {700, 700});
        QTest::mouseRelease(find("brief_board"), Qt::LeftButton, {}, {700, 700});
    }
    EXPECT_TRUE(find("rest_mark")->isVisible());
    now_ += std::chrono::minutes(6);
    QTest::mousePress(find("brief_board"), Qt::LeftButton, {}, {700, 700});
    EXPECT_FALSE(find("rest_mark")->isVisible());
}

TEST_F(BriefBenchTest, DaysAndADueDateAreLaidOnTheCalendarAndExported) {
    begin_on_brief(slipping_painting());
    click("days");
    ASSERT_TRUE(find("days_sheet")->isVisible());
    write("due", "2026-11-25");
    write("minutes_a_day", "60");
    click("off_0");
    settle();
    EXPECT_EQ(brief().days.due, date_from_iso("2026-11-25"));
    EXPECT_EQ(brief().days.off, std::set<unsigned>{0});
    EXPECT_NE(text_of("time_summary").indexOf("too late"), -1);
    EXPECT_EQ(find<CalendarView>("calendar")->first_day(), *date_from_iso("2026-11-24"));
    write("due", "2026-02-30");  // no such day
    EXPECT_EQ(brief().days.due, date_from_iso("2026-11-25"));
    write("minutes_a_day", "0");
    EXPECT_NE(text_of("time_summary").indexOf("no minutes a day"), -1);
    write("minutes_a_day", "90");
    click("on_canvas");
    EXPECT_NE(text_of("time_hint").indexOf("ventilation"), -1);
    find("days_sheet")->close();
    picked_ = folder_ / "times.ics";
    click("export_times");
    EXPECT_NE(testing::read_text(folder_ / "times.ics").find("BEGIN:VEVENT"), std::string::npos);
}

TEST_F(BriefBenchTest, WhatALateChangeTouchesIsListedBeforeItIsDone) {
    begin_on_brief(slipping_painting());
    const Painting before = painting();
    click("late_change");
    settle();
    auto* picker = find<PlacePicker>("late_place");
    const QRectF place = picker->picture_rect();
    const auto at = [&](double x, double y) {
        return QPointF(place.left() + x * place.width(), place.top() + y * place.height())
            .toPoint();
    };
    QTest::mousePress(picker, Qt::LeftButton, {}, at(0.05, 0.1));
    QTest::mouseMove(picker, at(0.2, 0.5));
    QTest::mouseRelease(picker, Qt::LeftButton, {}, at(0.2, 0.5));
    settle();
    QStringList said;
    for (const QLabel* label : find("late_list")->findChildren<QLabel*>()) said << label->text();
    const QString all = said.join('\n');
    EXPECT_TRUE(all.contains("Left:"));
    EXPECT_FALSE(all.contains("Right:"));
    EXPECT_TRUE(all.contains("Seal 1"));
    EXPECT_EQ(painting(), before);
    write("late_size", "1000 x 500");
    click("late_take");
    EXPECT_EQ(brief().size, (Size{1000, 500}));
    EXPECT_FALSE(find("late_page")->isVisible());
}

TEST_F(BriefBenchTest, EverythingRidesThroughSavingAndOpening) {
    begin_on_brief(slipping_painting());
    bring("thumbnails", sketch(120), "one.png");
    bring("references",
          testing::coloured({60, 40},
                            [](int x, int) {
                                return x < 30 ? Rgb{0.9F, 0.5F, 0.2F} : Rgb{0.1F, 0.1F, 0.3F};
                            }),
          "two.png");
    write("brief_purpose", "a cover");
    choose("route_choice", "Limited palette");
    settle();
    const Painting was = painting();
    picked_ = folder_ / "kept.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved() && !window_->files().busy(); }));
    window_->files().open_file(folder_ / "kept.ora");
    ASSERT_TRUE(wait([&] { return !window_->files().busy() && session().document.number() > 1; }));
    settle();
    EXPECT_EQ(brief(), was.brief);
}

TEST_F(BriefBenchTest, ABriefComesBeforeThePictureThatTakesItOver) {
    click("empty_brief");
    settle();
    EXPECT_STREQ(window_->bench().text().id, "brief");
    bring("thumbnails", sketch(120), "one.png");
    QTest::keyClick(card("thumbnails_0"), Qt::Key_Return);
    settle();
    write("brief_purpose", "a poster");
    write("brief_size", "800 x 600");
    bring_in_ramp();  // and nothing is asked about what is not saved
    EXPECT_EQ(notice(), QStringLiteral("The picture is 400 × 300; the brief asks for 800 × 600."));
    EXPECT_STREQ(window_->bench().text().id, "values");
    EXPECT_EQ(painting().size(), (Size{400, 300}));
    EXPECT_EQ(brief().purpose, "a poster");
    EXPECT_EQ(brief().chosen, 0U);
    EXPECT_TRUE(painting().plan.range && painting().plan.key);
    EXPECT_TRUE(session().document.unsaved());
}

TEST_F(BriefBenchTest, ABriefOfItsOwnIsNotTakenOver) {
    click("empty_brief");
    settle();
    write("brief_purpose", "a poster");
    Painting other = slipping_painting();
    other.brief.purpose = "a cover";
    ASSERT_TRUE(save_painting(folder_ / "other.ora", other));
    window_->files().open_file(folder_ / "other.ora");
    EXPECT_NE(notice().indexOf("not saved"), -1);  // the other way is asked about
}

TEST_F(BriefBenchTest, WithoutAPaintingItSaysWhatToDoAndNothingCrashes) {
    QTest::keyClick(window_.get(), Qt::Key_1);
    EXPECT_TRUE(find("empty_state")->isVisible());
    EXPECT_FALSE(find<QPushButton>("go_on")->isEnabled());
    click("thumbnails_bring");
    EXPECT_FALSE(session().document.has_painting());
}

}  // namespace
}  // namespace underpaint
