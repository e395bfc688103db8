// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/desk_fixture.h"

#include "support/pictures.h"

namespace underpaint::testing {

DeskTest::DeskTest() {
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope,
                       QString::fromStdString(folder_.path().string()));
    QSettings().clear();
    // What is a painter's own is kept apart, and the clock stands unless a test moves it.
    qputenv("XDG_CONFIG_HOME", (folder_ / "config").c_str());
    qputenv("XDG_DATA_HOME", (folder_ / "data").c_str());
    qputenv("XDG_STATE_HOME", (folder_ / "state").c_str());
    start();
}

void DeskTest::start() {
    window_ = std::make_unique<MainWindow>([] { return std::string("2026-11-24"); },
                                           [this] { return now_; });
    window_->files().set_picker(
        {[this](const QString&, const QString&, const std::filesystem::path& folder) {
             ++asked_;
             folder_asked_ = folder;
             return std::exchange(picked_, {});
         },
         [this](const QString&, const QString&, const std::filesystem::path& proposed) {
             ++asked_;
             proposed_ = proposed;
             return std::exchange(picked_, {});
         },
         [this](const QString&, const QString&, const std::filesystem::path& folder) {
             ++asked_;
             folder_asked_ = folder;
             return std::exchange(picked_, {});
         }});
    window_->resize(1280, 800);
    window_->show();
    EXPECT_TRUE(QTest::qWaitForWindowExposed(window_.get()));
    window_->activateWindow();
    EXPECT_TRUE(wait([&] { return window_->isActiveWindow(); }));
}

DeskTest::~DeskTest() = default;

void DeskTest::choose(const char* button, const QString& label) const {
    QMenu* menu = find<QPushButton>(button)->menu();
    ASSERT_NE(menu, nullptr);
    emit menu->aboutToShow();
    for (QAction* action : menu->actions())
        if (action->text() == label) return action->trigger();
    FAIL() << "no entry " << label.toStdString() << " in " << button;
}

QString DeskTest::notice() const {
    const auto* bar = find<NoticeBar>("notice");
    return bar->isVisible() ? bar->text() : QString();
}

void DeskTest::answer(const QString& label) const {
    QCoreApplication::processEvents();
    for (auto* button : find<NoticeBar>("notice")->findChildren<QPushButton*>())
        if (button->isVisible() && button->text() == label)
            return QTest::mouseClick(button, Qt::LeftButton);
    ADD_FAILURE() << "no answer " << label.toStdString() << " to " << notice().toStdString();
}

void DeskTest::bring_in_ramp() {
    ASSERT_TRUE(save_png(folder_ / "ramp.png", ramp({400, 300})));
    picked_ = folder_ / "ramp.png";
    trigger("bring_in");
    ASSERT_TRUE(
        wait([&] { return session().document.has_painting() && !window_->files().busy(); }));
    settle();
}

void DeskTest::begin(Painting painting) {
    session().document.begin(std::move(painting), {}, true);
    settle();
}

void DeskTest::settle() const {
    ASSERT_TRUE(wait([&] { return window_->settled(); }));
    QCoreApplication::processEvents();
}

void DeskTest::settle_mends() const {
    settle();
    ASSERT_TRUE(wait([&] { return window_->meters().passes.finished(); }));
    QCoreApplication::processEvents();
}

void DeskTest::take_mend(const QString& label) const {
    settle_mends();
    const auto* findings = find<QWidget>("findings");
    for (auto* button : findings->findChildren<QPushButton*>())
        if (button->text().startsWith(label)) {
            QTest::mouseClick(button, Qt::LeftButton);
            return;
        }
    for (auto* action : findings->findChildren<QAction*>())
        if (action->text().startsWith(label)) return action->trigger();
    ADD_FAILURE() << "no mend " << label.toStdString();
}

QPoint DeskTest::at(double x, double y) const {
    return window_->canvas().transform().to_canvas(QPointF(x, y)).toPoint();
}

QColor DeskTest::shown(double x, double y) const {
    return window_->canvas().grab().toImage().pixelColor(at(x, y));
}

Painting slipping_painting() {
    Painting painting = with_columns(
        with_columns(sealed(ramp({400, 300}, Depth::bits8)), "Left", 0, 200), "Right", 200, 400);
    painting = with_foci(painting, {{"Lamp", {200, 150}, 40}});
    Pass blue = tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour);
    blue.name = "Blue";
    Pass wash = tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.4F);
    wash.name = "Wash";
    return with_pass(with_pass(painting, blue), wash);
}

Painting with_pass_over_noise(Size size) {
    return with_pass(sealed(noise(size, Channels::grey, Depth::bits8)),
                     tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour));
}

}  // namespace underpaint::testing
