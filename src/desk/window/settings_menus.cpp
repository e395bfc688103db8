// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/settings_menus.h"

#include <QActionGroup>
#include <QCoreApplication>
#include <QMenu>
#include <QSettings>
#include <tuple>

#include "desk/view/canvas.h"
#include "desk/window/display.h"

namespace underpaint {
namespace {

const QString kLook = QStringLiteral("look");
const QString kEarlier = QStringLiteral("files/earlier_versions");
const QString kMemory = QStringLiteral("memory/megabytes");
constexpr int kMegabytes[] = {64, 128, 256, 512, 1024};
constexpr int kUsual = 256;

QString tr(const char* text) {
    return QCoreApplication::translate("Settings", text);
}

void set_memory(Canvas& canvas, int megabytes) {
    canvas.projector().set_budget(static_cast<std::size_t>(megabytes) << 20);
    canvas.refresh();
}

void add_memory(QMenu& menu, Canvas& canvas) {
    QMenu* memory = menu.addMenu(tr("Memory for speed"));
    memory->setObjectName(QStringLiteral("memory"));
    memory->setToolTip(
        tr("States of the painting that are kept so that a slider follows the hand"));
    auto* group = new QActionGroup(memory);
    const int now = QSettings().value(kMemory, kUsual).toInt();
    for (const int megabytes : kMegabytes) {
        QAction* action = memory->addAction(tr("%1 MB").arg(megabytes));
        action->setCheckable(true);
        action->setChecked(megabytes == now);
        group->addAction(action);
        QObject::connect(action, &QAction::triggered, &canvas, [&canvas, megabytes] {
            QSettings().setValue(kMemory, megabytes);
            set_memory(canvas, megabytes);
        });
    }
    set_memory(canvas, std::clamp(now, kMegabytes[0], *std::prev(std::end(kMegabytes))));
}

void add_display(QMenu& menu, Display& display,
                 const std::function<std::filesystem::path()>& pick_profile) {
    QMenu* profile = menu.addMenu(tr("Colours of the screen"));
    profile->setObjectName(QStringLiteral("screen_colours"));
    QObject::connect(profile, &QMenu::aboutToShow, &display, [profile, &display, pick_profile] {
        profile->clear();
        auto* group = new QActionGroup(profile);
        const auto add = [&](const QString& label, bool checked, auto act) {
            QAction* action = profile->addAction(label);
            action->setCheckable(true);
            action->setChecked(checked);
            group->addAction(action);
            QObject::connect(action, &QAction::triggered, &display, act);
        };
        const auto chosen = display.chosen();
        add(tr("As the system says, else sRGB"), chosen.empty(),
            [&display] { display.choose({}); });
        if (!chosen.empty()) add(QString::fromStdString(chosen.filename().string()), true, [] {});
        profile->addSeparator();
        QObject::connect(profile->addAction(tr("Choose an ICC profile…")), &QAction::triggered,
                         &display, [&display, pick_profile] {
                             const auto file = pick_profile();
                             if (!file.empty()) display.choose(file);
                         });
    });
}

/// The greys of the interface, kept from one start to the next.
void add_look(QMenu& menu) {
    QMenu* looks = menu.addMenu(tr("Greys of the window"));
    looks->setObjectName(QStringLiteral("looks"));
    auto* group = new QActionGroup(looks);
    const Look now = kept_look();
    for (const auto& [name, label, look] :
         {std::tuple("look_dark", tr("Dark"), Look::dark),
          {"look_light", tr("Light, for a bright room"), Look::light},
          {"look_system", tr("As the system's"), Look::as_system}}) {
        QAction* action = looks->addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        action->setCheckable(true);
        action->setChecked(look == now);
        group->addAction(action);
        QObject::connect(action, &QAction::triggered, looks, [look = look] {
            QSettings().setValue(kLook, static_cast<int>(look));
            set_look(look);
        });
    }
}

void add_earlier(QMenu& menu) {
    QMenu* earlier = menu.addMenu(tr("Earlier versions kept"));
    earlier->setObjectName(QStringLiteral("earlier_versions"));
    earlier->setToolTip(
        tr("Of each file, as it was before its first save of a sitting; see Open again"));
    auto* group = new QActionGroup(earlier);
    for (const auto& [label, most] :
         {std::pair(tr("none"), 0), {tr("one of each file"), 1}, {tr("five of each file"), 5}}) {
        QAction* action = earlier->addAction(label);
        action->setCheckable(true);
        action->setChecked(static_cast<std::size_t>(most) == kept_versions());
        group->addAction(action);
        QObject::connect(action, &QAction::triggered, earlier,
                         [most = most] { QSettings().setValue(kEarlier, most); });
    }
}

}  // namespace

std::size_t kept_versions() {
    return static_cast<std::size_t>(std::clamp(QSettings().value(kEarlier, 1).toInt(), 0, 5));
}

Look kept_look() {
    const int kept = QSettings().value(kLook, static_cast<int>(Look::dark)).toInt();
    return kept == static_cast<int>(Look::light)       ? Look::light
           : kept == static_cast<int>(Look::as_system) ? Look::as_system
                                                       : Look::dark;
}

void add_settings(QMenu& menu, Canvas& canvas, Display& display,
                  std::function<std::filesystem::path()> pick_profile) {
    add_display(menu, display, pick_profile);
    add_memory(menu, canvas);
    add_look(menu);
    add_earlier(menu);
    const auto show = [&canvas, &display] {
        canvas.projector().set_display(display.transform());
        canvas.refresh();
    };
    QObject::connect(&display, &Display::changed, &canvas, show);
    show();
}

}  // namespace underpaint
