// SPDX-License-Identifier: GPL-3.0-or-later
// The strip beside the painter's own program: what it shows, what is kept, and how a save comes
// into the window.
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVirtualObject>
#include <QDragEnterEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QProcess>

#include "desk/beside/notices.h"
#include "desk/beside/save_detail_panel.h"
#include "desk/beside/saves_list.h"
#include "desk/window/beside_program.h"
#include "files/left_work.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

/// The ramp, lighter by so many steps in its left half.
Picture canvas(double lift, Size size = {200, 150}) {
    return testing::grey_picture(
        size,
        [&](int x, int y) {
            const double u = (x + 0.5) / size.width, v = (y + 0.5) / size.height;
            return testing::encoded(3 + 3 * u + std::sin(8 * v + 3 * u) + (u < 0.5 ? lift : 0));
        },
        Depth::bits8);
}

class BesideTest : public testing::DeskTest {
protected:
    std::filesystem::path file_ = folder_ / "cart.png";

    std::filesystem::path unsaved() const { return window_->autosave().store(); }
    void save(double lift) { ASSERT_TRUE(save_png(file_, canvas(lift))); }
    std::unique_ptr<BesideProgram> program() {
        return std::make_unique<BesideProgram>([] { return std::string("2026-11-24"); },
                                               [this] { return now_; });
    }
    static bool has_saves(const BesideDesk& desk, std::size_t count) {
        return wait(
            [&] { return desk.watching().saves().size() == count && desk.strip().settled(); });
    }
    /// A strip that has sealed a first save.
    const BesideDesk& with_a_save(BesideProgram& beside) {
        save(0);
        EXPECT_TRUE(beside.begin(file_, {}));
        EXPECT_TRUE(has_saves(*beside.desk(), 1));
        return *beside.desk();
    }
    /// And has measured a second one, lighter in its left half.
    const BesideDesk& with_two_saves(BesideProgram& beside, double lift) {
        with_a_save(beside);
        save(lift);
        EXPECT_TRUE(has_saves(*beside.desk(), 2));
        return *beside.desk();
    }
    static QString words(const BesideDesk& desk, const char* label) {
        return desk.strip().findChild<QLabel*>(QString::fromLatin1(label))->text();
    }
    static QWidget* in(const BesideDesk& desk, const char* name) {
        auto* found = desk.strip().findChild<QWidget*>(QString::fromLatin1(name));
        EXPECT_NE(found, nullptr) << name;
        return found;
    }
    static void click(const BesideDesk& desk, const char* name) {
        QTest::mouseClick(in(desk, name), Qt::LeftButton);
    }
};

TEST_F(BesideTest, TheStripWaitsForAFileSealsItsFirstSaveAndMeasuresWhatComes) {
    const auto beside = program();
    ASSERT_TRUE(beside->begin(file_, {}));
    const BesideDesk& desk = *beside->desk();
    EXPECT_EQ(desk.strip().size(), QSize(400, 64));
    EXPECT_EQ(words(desk, "strip_told"), "Waiting for the first save");
    save(0);
    ASSERT_TRUE(has_saves(desk, 1));
    EXPECT_EQ(words(desk, "strip_figure_0"), "0.00");
    EXPECT_EQ(words(desk, "strip_since"), "as sealed");
    now_ += std::chrono::minutes(29);
    save(0.6);
    ASSERT_TRUE(has_saves(desk, 2));
    EXPECT_EQ(words(desk, "strip_figure_0").left(3), "0.6");
    EXPECT_TRUE(words(desk, "saved_when").endsWith("the second"));
    EXPECT_EQ(words(desk, "strip_since"), "since 1: The picture +0.3");
    EXPECT_EQ(desk.strip().saves().saves().about(1), "29 min");
    // Saved again as it is: nothing is listed.
    save(0.6);
    QTest::qWait(1500);
    EXPECT_EQ(desk.watching().saves().size(), 2U);
}

TEST_F(BesideTest, ItOpensIntoTheLedgerByKeysAndSaysWhatWouldBringAChangeBack) {
    const auto beside = program();
    const BesideDesk& desk = with_two_saves(*beside, 0.6);
    desk.strip().activateWindow();
    ASSERT_TRUE(wait([&] { return desk.strip().isActiveWindow(); }));
    desk.strip().setFocus();
    QTest::keyClick(&desk.strip(), Qt::Key_Space);
    EXPECT_TRUE(desk.strip().expanded());
    EXPECT_TRUE(in(desk, "saves")->hasFocus());
    ASSERT_TRUE(wait([&] { return desk.strip().detail().detail().has_value(); }));
    const QString said = desk.strip().detail().text();
    EXPECT_TRUE(said.contains("the picture became lighter by 0.3")) << said.toStdString();
    EXPECT_TRUE(said.contains("would bring it back")) << said.toStdString();
    // The first is the seal itself.
    QTest::keyClick(in(desk, "saves"), Qt::Key_Up);
    ASSERT_TRUE(wait([&] { return desk.strip().settled(); }));
    EXPECT_TRUE(desk.strip().detail().text().contains("values stand"));
    EXPECT_FALSE(in(desk, "save_layer")->isEnabled());
    QTest::keyClick(in(desk, "saves"), Qt::Key_Down);
    ASSERT_TRUE(wait([&] { return in(desk, "show_where")->isEnabled(); }));
    click(desk, "show_where");
    EXPECT_TRUE(in(desk, "where")->isVisible());
    QTest::keyClick(in(desk, "where"), Qt::Key_Escape);
    EXPECT_TRUE(in(desk, "saves")->isVisible());
    EXPECT_TRUE(in(desk, "saves")->hasFocus());
    QTest::keyClick(in(desk, "saves"), Qt::Key_Escape);
    EXPECT_FALSE(desk.strip().expanded());
}

TEST_F(BesideTest, ClosingLosesNothingAndTheNextSittingGoesOn) {
    auto beside = program();
    with_two_saves(*beside, 0.3);
    beside->desk()->watching().set_meant(2, "so it is");
    // Another sitting can't have it meanwhile.
    EXPECT_FALSE(program()->begin(file_, {}));
    beside->desk()->strip().close();
    beside.reset();
    ASSERT_EQ(left_work(unsaved()).size(), 1U);

    const auto next = program();
    ASSERT_TRUE(next->begin(file_, {}));
    const BesideDesk& desk = *next->desk();
    ASSERT_EQ(desk.watching().saves().size(), 2U);
    EXPECT_EQ(desk.watching().saves()[1].meant, "so it is");
    QTest::qWait(1500);
    EXPECT_EQ(desk.watching().saves().size(), 2U) << "the file has not changed since";
    save(0.6);
    ASSERT_TRUE(has_saves(desk, 3));
    EXPECT_EQ(desk.watching().saves()[2].number, 3);
    EXPECT_EQ(words(desk, "strip_figure_0").left(3), "0.6") << "against the first seal";
}

TEST_F(BesideTest, WhatCannotBeReadIsSaidInTheStripAndForgotten) {
    const auto beside = program();
    const BesideDesk& desk = with_a_save(*beside);
    testing::write_text(file_, "no picture at all");
    ASSERT_TRUE(wait([&] { return words(desk, "strip_told").contains("cart.png"); }));
    EXPECT_FALSE(in(desk, "strip_figure_0")->isVisible());
    save(0.4);
    ASSERT_TRUE(has_saves(desk, 2));
    EXPECT_TRUE(in(desk, "strip_figure_0")->isVisible());
    EXPECT_EQ(words(desk, "strip_told"), "");
}

TEST_F(BesideTest, AnotherPictureIsAskedAboutWithBothShown) {
    const auto beside = program();
    const BesideDesk& desk = with_a_save(*beside);
    desk.strip().set_expanded(true);
    // Another shape altogether can only be left out.
    ASSERT_TRUE(save_png(file_, testing::noise({90, 260}, Channels::rgb, Depth::bits8)));
    ASSERT_TRUE(wait([&] { return desk.watching().doubt().has_value(); }));
    EXPECT_TRUE(in(desk, "doubt")->isVisible());
    EXPECT_FALSE(in(desk, "same_picture")->isVisible());
    for (QLabel* label : in(desk, "doubt")->findChildren<QLabel*>()) {
        const bool picture = !label->accessibleName().isEmpty();
        EXPECT_TRUE(!picture || !label->pixmap().isNull());
    }
    click(desk, "leave_out");
    EXPECT_FALSE(in(desk, "doubt")->isVisible());
    // A wash over all of it may be the painter's.
    ASSERT_TRUE(save_png(file_, testing::filled({200, 150}, Channels::rgb, {0.3F, 0.4F, 0.5F})));
    ASSERT_TRUE(wait([&] { return desk.watching().doubt().has_value(); }));
    EXPECT_EQ(desk.watching().saves().size(), 1U);
    click(desk, "same_picture");
    ASSERT_TRUE(has_saves(desk, 2));
    EXPECT_FALSE(in(desk, "doubt")->isVisible());
    save(0.2);
    ASSERT_TRUE(has_saves(desk, 3));
}

TEST_F(BesideTest, AMaskAndALayerAreSavedAndNeverOverTheFile) {
    save(0);
    BesideDesk desk(OwnPainting{},
                    WatchOptions{file_, Reader::lightness, {}, [this] { return now_; }}, unsaved(),
                    window_->files().asking());
    desk.strip().show();
    desk.strip().set_expanded(true);
    ASSERT_TRUE(has_saves(desk, 1));
    save(0.6);
    ASSERT_TRUE(has_saves(desk, 2));
    ASSERT_TRUE(wait([&] { return in(desk, "save_mask")->isEnabled(); }));
    picked_ = folder_ / "mask.png";
    click(desk, "save_mask");
    ASSERT_TRUE(wait([&] { return std::filesystem::exists(folder_ / "mask.png"); }));
    ASSERT_TRUE(wait([&] { return in(desk, "save_layer")->isEnabled(); }));
    EXPECT_EQ(read_flat_picture(folder_ / "mask.png")->picture.size(), (Size{200, 150}));
    picked_ = folder_ / "layer.png";
    click(desk, "save_layer");
    ASSERT_TRUE(wait([&] { return desk.strip().detail().said().contains("laid normal"); }))
        << desk.strip().detail().said().toStdString();
    ASSERT_TRUE(wait([&] { return in(desk, "save_layer")->isEnabled(); })) << "it ends by itself";
    EXPECT_TRUE(std::filesystem::exists(folder_ / "layer.png"));
    // An older save can't be mended in the file as it is now.
    save(0);
    ASSERT_TRUE(has_saves(desk, 3));
    QTest::keyClick(in(desk, "saves"), Qt::Key_Up);
    ASSERT_TRUE(wait([&] { return in(desk, "save_mask")->isEnabled(); }));
    EXPECT_FALSE(in(desk, "save_layer")->isEnabled());
}

TEST_F(BesideTest, WhyASaveWasIntendedIsKeptWithItAlsoWhenTheNextOneComes) {
    const auto beside = program();
    const BesideDesk& desk = with_two_saves(*beside, 0.6);
    desk.strip().activateWindow();
    ASSERT_TRUE(wait([&] { return desk.strip().isActiveWindow(); }));
    desk.strip().set_expanded(true);
    auto* note = static_cast<QLineEdit*>(in(desk, "intended_note"));
    EXPECT_FALSE(note->isVisible());
    click(desk, "intended");
    ASSERT_TRUE(note->isVisible());
    note->setFocus();
    QTest::keyClicks(note, "a lighter dusk");
    QTest::keyClick(note, Qt::Key_Return);
    const auto kept = [&](std::size_t at) { return desk.watching().saves()[at].meant; };
    EXPECT_EQ(kept(1), "a lighter dusk");
    EXPECT_TRUE(desk.strip().expanded()) << "Return ends the note and nothing else";
    note->setFocus();
    QTest::keyClicks(note, " that is taken back");
    QTest::keyClick(note, Qt::Key_Escape);
    EXPECT_EQ(kept(1), "a lighter dusk");
    EXPECT_EQ(note->text(), "a lighter dusk");
    EXPECT_TRUE(desk.strip().expanded());
    note->setFocus();
    QTest::keyClick(note, Qt::Key_End);
    // Half typed when the next save comes, which is the one that is looked at from then on.
    QTest::keyClicks(note, ", and more");
    save(0.2);
    ASSERT_TRUE(has_saves(desk, 3));
    ASSERT_TRUE(wait([&] { return kept(1) == "a lighter dusk, and more"; }));
    EXPECT_FALSE(kept(2));
    EXPECT_FALSE(note->isVisible());
    // No longer intended, the note goes with it.
    QTest::keyClick(in(desk, "saves"), Qt::Key_Up);
    ASSERT_TRUE(note->isVisible());
    EXPECT_EQ(note->text(), "a lighter dusk, and more");
    click(desk, "intended");
    EXPECT_FALSE(kept(1));
}

TEST_F(BesideTest, WhatWasIntendedBringsNoNoticeAgain) {
    KeptSave held, slips;
    held.figures[0] = {"0.10", Verdict::held};
    slips.figures[0] = {"0.34", Verdict::slipping};
    EXPECT_EQ(what_grew_worse({held, slips}), "Value is slipping now: 0.34, after 0.10");
    EXPECT_EQ(what_grew_worse({slips, slips}), "");
    EXPECT_EQ(what_grew_worse({held}), "");
    KeptSave meant = slips;
    meant.meant = "";
    EXPECT_EQ(what_grew_worse({held, meant, held, slips}), "");
    slips.figures[0].verdict = Verdict::lost;
    EXPECT_NE(what_grew_worse({held, meant, held, slips}), "") << "it is worse than was meant";
}

TEST_F(BesideTest, AWatchedSaveOfTheWindowsPaintingIsKeptWithIt) {
    begin(testing::sealed(canvas(0)));
    settle();
    const std::size_t steps = session().document.history().steps_since_saved();
    save(0.3);
    picked_ = file_;
    trigger("watch");
    ASSERT_NE(window_->beside(), nullptr);
    BesideDesk& desk = *window_->beside();
    ASSERT_TRUE(has_saves(desk, 1));
    EXPECT_EQ(painting().saves.saves().size(), 1U);
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_EQ(session().document.history().steps_since_saved(), steps) << "no step of the history";
    desk.strip().set_expanded(true);
    click(desk, "open_here");
    ASSERT_TRUE(wait([&] { return painting().passes.size() == 1; }));
    EXPECT_EQ(painting().passes[0].name, "Save 1");
    settle();
    // Undone, the save is still in the ledger; another seal is measured against from then on.
    trigger("undo");
    EXPECT_EQ(painting().passes.size(), 0U);
    EXPECT_EQ(painting().saves.saves().size(), 1U);
    session().document.change("Seal", with_seal(painting(), "2026-11-25", share(canvas(0.3))));
    save(0.3001);
    save(0.5);
    ASSERT_TRUE(has_saves(desk, 2));
    EXPECT_EQ(painting().saves.saves()[1].figures[0].balance.substr(0, 3), "0.2");
    // Another painting: the strip is of this one.
    begin(testing::sealed(canvas(0)));
    EXPECT_TRUE(wait([&] { return window_->beside() == nullptr; }));
}

TEST_F(BesideTest, TheLedgerGoesOnWhenTheFileHasAnotherName) {
    begin(testing::sealed(canvas(0)));
    save(0.3);
    picked_ = file_;
    trigger("watch");
    ASSERT_TRUE(has_saves(*window_->beside(), 1));
    file_ = folder_ / "cart two.png";
    save(0.5);
    picked_ = file_;
    trigger("watch");
    ASSERT_TRUE(has_saves(*window_->beside(), 2));
    EXPECT_EQ(painting().saves.file(), file_.string());
    EXPECT_EQ(painting().saves.saves()[1].number, 2);
    EXPECT_EQ(painting().saves.saves()[1].changed, "The picture +0.1");
}

TEST_F(BesideTest, ADropWithControlWatchesAndAStripOpensAWindow) {
    save(0);
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(QString::fromStdString(file_.string()))});
    QDragEnterEvent enter({200, 200}, Qt::CopyAction, &data, Qt::LeftButton, Qt::ControlModifier);
    QCoreApplication::sendEvent(window_.get(), &enter);
    QDropEvent drop(QPointF(200, 200), Qt::CopyAction, &data, Qt::LeftButton, Qt::ControlModifier);
    QCoreApplication::sendEvent(window_.get(), &drop);
    ASSERT_NE(window_->beside(), nullptr);
    EXPECT_TRUE(window_->beside()->has_own_painting()) << "there is none in the window";
    EXPECT_FALSE(session().document.has_painting());
    ASSERT_TRUE(has_saves(*window_->beside(), 1));
    save(0.5);
    ASSERT_TRUE(has_saves(*window_->beside(), 2));
    window_->beside()->strip().set_expanded(true);
    click(*window_->beside(), "open_here");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    ASSERT_TRUE(wait([&] { return window_->beside() && !window_->beside()->has_own_painting(); }));
    EXPECT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(painting().saves.saves().size(), 2U);
    settle();
    EXPECT_EQ(left_work(unsaved()).size(), 0U) << "the window has it";
    save(0.1);
    ASSERT_TRUE(has_saves(*window_->beside(), 3));
}

template <class Ready>
bool wait_for(Ready ready) {
    return QTest::qWaitFor(ready, testing::kHang);
}

/// The desktop's service, which keeps what it was told.
class StandInService : public QDBusVirtualObject {
public:
    QString introspect(const QString&) const override { return {}; }
    bool handleMessage(const QDBusMessage& message, const QDBusConnection& bus) override {
        if (message.member() != QLatin1String("Notify")) return false;
        told << message.arguments();
        // A notice that replaces another keeps its number.
        const auto replaces = message.arguments().at(1).toUInt();
        bus.send(message.createReply(replaces != 0 ? replaces : 41U));
        return true;
    }
    QList<QVariantList> told;
};

TEST(NoticesTest, AreShownOnlyWhenAskedForAndTheNextReplacesTheLast) {
    QSettings().clear();
    QProcess bus;
    bus.start(QStringLiteral("dbus-daemon"),
              {QStringLiteral("--session"), QStringLiteral("--nofork"),
               QStringLiteral("--print-address")});
    ASSERT_TRUE(bus.waitForReadyRead()) << "no dbus-daemon";
    const QString address = QString::fromUtf8(bus.readLine()).trimmed();
    qputenv("DBUS_SESSION_BUS_ADDRESS", address.toUtf8());
    QDBusConnection service = QDBusConnection::connectToBus(address, QStringLiteral("service"));
    StandInService desktop;
    Notices notices;
    EXPECT_FALSE(notices.wanted());
    notices.tell(QStringLiteral("cart.png"), QStringLiteral("never"));
    notices.set_wanted(true);
    EXPECT_TRUE(Notices().wanted()) << "kept among the settings";
    // Nobody is there to show it: silence.
    notices.tell(QStringLiteral("cart.png"), QStringLiteral("nobody hears"));
    QTest::qWait(200);
    ASSERT_TRUE(
        service.registerVirtualObject(QStringLiteral("/org/freedesktop/Notifications"), &desktop));
    ASSERT_TRUE(service.registerService(QStringLiteral("org.freedesktop.Notifications")));
    quint32 id = 0;
    QObject::connect(&notices, &Notices::told, [&](quint32 told) { id = told; });
    notices.tell(QStringLiteral("cart.png"), QStringLiteral("Value <is> slipping & lost"));
    ASSERT_TRUE(wait_for([&] { return id == 41; }));
    notices.tell(QStringLiteral("cart.png"), QStringLiteral("worse"));
    ASSERT_TRUE(wait_for([&] { return desktop.told.size() == 2; }));
    EXPECT_EQ(desktop.told[0].at(1).toUInt(), 0U);
    EXPECT_EQ(desktop.told[0].at(4).toString(), "Value &lt;is&gt; slipping &amp; lost");
    EXPECT_EQ(desktop.told[1].at(1).toUInt(), 41U) << "it replaces the first";
    notices.set_wanted(false);
    QDBusConnection::disconnectFromBus(QStringLiteral("service"));
    bus.kill();
    bus.waitForFinished();
}

TEST(BesideAlone, AStripWithoutAWindowOpensOneWithTheSave) {
    const testing::TemporaryFolder folder;
    qputenv("XDG_STATE_HOME", (folder / "state").c_str());
    const auto file = folder / "cart.png";
    ASSERT_TRUE(save_png(file, canvas(0)));
    BesideProgram program([] { return std::string("2026-11-24"); },
                          [] { return Moment(std::chrono::hours(500'000)); });
    ASSERT_TRUE(program.begin(file, {}));
    ASSERT_TRUE(wait_for([&] { return program.desk()->watching().saves().size() == 1; }));
    program.desk()->strip().set_expanded(true);
    QTest::mouseClick(program.desk()->strip().findChild<QWidget*>(QStringLiteral("open_here")),
                      Qt::LeftButton);
    ASSERT_TRUE(wait_for([&] { return program.window() != nullptr; }));
    MainWindow& window = *program.window();
    ASSERT_TRUE(wait_for([&] { return window.session().document.has_painting(); }));
    ASSERT_TRUE(wait_for([&] { return window.beside() != nullptr; }));
    EXPECT_EQ(window.session().document.painting().saves.saves().size(), 1U);
    ASSERT_TRUE(wait_for([&] { return window.settled(); }));
}

TEST(BesideAlone, APaintingThatIsNotThereIsSaidAndNothingIsShown) {
    const testing::TemporaryFolder folder;
    qputenv("XDG_STATE_HOME", (folder / "state").c_str());
    BesideProgram program([] { return std::string("2026-11-24"); },
                          [] { return Moment(std::chrono::hours(500'000)); });
    const Done done = program.begin(folder / "cart.png", folder / "none.ora");
    ASSERT_FALSE(done);
    EXPECT_NE(done.error().message().find("none.ora"), std::string::npos);
    EXPECT_EQ(program.desk(), nullptr);
}

TEST(Ordinals, AreWordsUpToTwelve) {
    EXPECT_EQ(ordinal(1), "first");
    EXPECT_EQ(ordinal(12), "twelfth");
    for (const auto& [number, word] : {std::pair(13, "13th"),
                                       {21, "21st"},
                                       {22, "22nd"},
                                       {23, "23rd"},
                                       {111, "111th"},
                                       {112, "112th"},
                                       {101, "101st"}})
        EXPECT_EQ(ordinal(number), word);
}

}  // namespace
}  // namespace underpaint
