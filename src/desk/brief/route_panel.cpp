// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/route_panel.h"

#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "brief/estimates.h"
#include "brief/routes.h"
#include "brief/time_log.h"
#include "desk/brief/brief_changes.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

/// Minutes as they are written: "1:20", "80", "1.5 h".
std::optional<double> minutes_from(QString text) {
    text = text.trimmed();
    bool number = false;
    if (text.contains(QLatin1Char(':'))) {
        bool hours = false;
        const double whole = text.section(QLatin1Char(':'), 0, 0).trimmed().toDouble(&hours);
        const double rest = text.section(QLatin1Char(':'), 1).trimmed().toDouble(&number);
        return hours && number ? std::optional(60 * whole + rest) : std::nullopt;
    }
    const bool in_hours = text.endsWith(QLatin1Char('h'));
    if (in_hours) text.chop(1);
    const double value = step_from_words(text, &number);
    return number ? std::optional(in_hours ? 60 * value : value) : std::nullopt;
}

}  // namespace

RoutePanel::RoutePanel(const Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), session_(desk.session), meter_(desk.meters.brief) {
    choice_ = choice_button("route_choice", {}, tr("The order of work"));
    auto* menu = new QMenu(this);
    connect(menu, &QMenu::aboutToShow, this, [this, menu] { fill_routes(menu); });
    choice_->setMenu(menu);
    list_ = new RouteList;
    list_->set_menu([this](QMenu& into, std::size_t step) { fill_step(into, step); });
    note_ = hint_label();
    note_->setObjectName(QStringLiteral("route_note"));
    note_->setContentsMargins(scaled(12), scaled(4), scaled(12), 0);
    note_->hide();
    auto* head = new QHBoxLayout;
    head->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(4));
    head->setSpacing(scaled(12));
    head->addWidget(group_title(tr("Route")));
    head->addWidget(choice_);
    head->addStretch(1);
    auto* about = hint_label(tr("usual · taken"));
    about->setWordWrap(false);
    head->addWidget(about);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(head);
    column->addWidget(list_);
    column->addWidget(note_);

    writing_ = new QLineEdit(list_);
    writing_->setObjectName(QStringLiteral("step_writing"));
    writing_->setAutoFillBackground(true);
    writing_->hide();
    writing_->installEventFilter(this);
    connect(writing_, &QLineEdit::editingFinished, this, [this] { end_writing(true); });

    connect(list_, &RouteList::taken_in_hand, this, [this](int row) {
        change_brief(session_, tr("Take a step in hand"), [&](Brief& brief) {
            brief.in_hand = brief.route.steps[static_cast<std::size_t>(row)].id;
        });
    });
    connect(list_, &RouteList::ticked, this, [this](int row) {
        change_brief(session_, tr("Tick a step"), [&](Brief& brief) {
            const std::string& id = brief.route.steps[static_cast<std::size_t>(row)].id;
            if (brief.ticked.erase(id) == 0) brief.ticked.insert(id);
        });
    });
    connect(list_, &RouteList::wants_minutes, this,
            [this](int row) { write_minutes(static_cast<std::size_t>(row)); });
    connect(list_, &RouteList::wants_to_go_on, this,
            [this](int row) { emit wants_step(static_cast<std::size_t>(row)); });
    session_.when(this, &RoutePanel::refresh, &Document::changed, &Document::logged);
    connect(&meter_, &BriefMeter::standing_changed, this, &RoutePanel::refresh);
    connect(&session_.settings, &PainterSettings::changed, this, &RoutePanel::refresh);
    refresh();
}

void RoutePanel::refresh() {
    setEnabled(session_.document.has_painting());
    if (!session_.document.has_painting()) return list_->set_rows({});
    if (!isVisible()) return;
    const Painting& painting = session_.document.painting();
    const Route& route = painting.brief.route;
    show_choice(choice_, shown(route.name));
    const auto& standing = meter_.standing();
    const auto in_hand = meter_.place_in_hand();
    std::vector<RouteRow> rows;
    for (std::size_t i = 0; i < route.steps.size(); ++i) {
        const RouteStep& step = route.steps[i];
        RouteRow row;
        row.name = shown(step.name);
        row.usual = QString::fromStdString(
            hours(estimate(route, step, painting.log.id, session_.settings.past())));
        const double taken = minutes_on(painting.log, step.id);
        row.taken = taken >= 0.5 ? QString::fromStdString(hours(taken)) : QString();
        if (i < standing.size()) {
            row.words = QString::fromStdString(standing[i].words);
            row.by_hand = standing[i].by_hand;
            row.state = in_hand == i       ? RouteRow::State::in_hand
                        : standing[i].done ? RouteRow::State::done
                                           : RouteRow::State::open;
        }
        rows.push_back(std::move(row));
    }
    list_->set_rows(std::move(rows));
    double other = 0;
    for (const auto& [step, minutes] : minutes_by_step(painting.log))
        if (step_of(route, step) == nullptr) other += minutes;
    if (note_->property("trouble").toBool()) return;
    note_->setVisible(other >= 1);
    note_->setText(tr("And %1 on steps that this route does not have.")
                       .arg(QString::fromStdString(hours(other))));
}

void RoutePanel::say(const QString& text) {
    note_->setProperty("trouble", !text.isEmpty());
    note_->setText(text);
    note_->setVisible(!text.isEmpty());
    if (text.isEmpty()) refresh();
}

/// Times and ticks stay where the other route has the step as well.
void RoutePanel::use(const Route& route) {
    say({});
    change_brief(session_, tr("Choose a route"), [&](Brief& brief) { brief.route = route; });
}

void RoutePanel::change_route(const QString& what, const std::function<void(Route&)>& change) {
    change_brief(session_, what, [&](Brief& brief) { change(brief.route); });
}

void RoutePanel::fill_routes(QMenu* menu) {
    menu->clear();
    const auto add = [&](const Route& route) {
        connect(menu->addAction(shown_on_button(route.name)), &QAction::triggered, this,
                [this, route] { use(route); });
    };
    for (const Route& route : usual_routes()) add(route);
    if (!session_.settings.routes().empty()) menu->addSeparator();
    for (const Route& route : session_.settings.routes()) add(route);
    menu->addSeparator();
    const auto act = [&](const char* name, const QString& label, auto then) {
        QAction* action = menu->addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        connect(action, &QAction::triggered, this, then);
    };
    act("route_keep", tr("Keep as my own…"), [this] { keep_as_own(); });
    act("route_open", tr("Open a route…"), [this] { open_file(); });
    act("route_save", tr("Save the route…"), [this] { save_file(); });
}

void RoutePanel::fill_step(QMenu& menu, std::size_t at) {
    const Route& route = session_.document.painting().brief.route;
    if (at >= route.steps.size()) return;
    const auto act = [&](const char* name, const QString& label, auto then, bool enabled = true) {
        QAction* action = menu.addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        action->setEnabled(enabled);
        connect(action, &QAction::triggered, this, then);
        return action;
    };
    act("step_go", tr("Go on with it"), [this, at] { emit wants_step(at); });
    act("step_minutes", tr("Correct the time taken…"), [this, at] { write_minutes(at); });
    menu.addSeparator();
    act("step_rename", tr("Rename…"), [this, at, name = shown(route.steps[at].name)] {
        write_over(list_->row_rect(at).adjusted(scaled(28), scaled(2), -scaled(120), -scaled(18)),
                   name, [this, at](const QString& text) {
                       if (text.trimmed().isEmpty()) return;
                       change_route(tr("Rename a step"), [&](Route& r) {
                           r.steps[at].name = text.trimmed().toStdString();
                       });
                   });
    });
    act("step_usual", tr("Usual time…"), [this, at, usual = route.steps[at].usual] {
        write_over(list_->taken_rect(at).translated(-scaled(54), 0),
                   QString::fromStdString(hours(usual)), [this, at](const QString& text) {
                       if (const auto minutes = minutes_from(text))
                           change_route(tr("Usual time of a step"), [&](Route& r) {
                               r.steps[at].usual = static_cast<int>(std::lround(*minutes));
                           });
                   });
    });
    QAction* spare = act("step_spare", tr("Can be left out"), [this, at] {
        change_route(tr("What can be left out"),
                     [&](Route& r) { r.steps[at].spare = !r.steps[at].spare; });
    });
    spare->setCheckable(true);
    spare->setChecked(route.steps[at].spare);
    menu.addSeparator();
    act("step_add", tr("Add a step after it"), [this, at] {
        change_route(tr("Add a step"), [&](Route& r) {
            r = with_step(std::move(r), at + 1,
                          {"", tr("New step").toStdString(), "passes", "", {}, 30, true, 0});
        });
    });
    act(
        "step_up", tr("Earlier"),
        [this, at] {
            change_route(tr("Move a step"),
                         [&](Route& r) { r = with_step_moved(std::move(r), at, at - 1); });
        },
        at > 0);
    act(
        "step_down", tr("Later"),
        [this, at] {
            change_route(tr("Move a step"),
                         [&](Route& r) { r = with_step_moved(std::move(r), at, at + 1); });
        },
        at + 1 < route.steps.size());
    act(
        "step_remove", tr("Remove"),
        [this, at] {
            change_route(tr("Remove a step"),
                         [&](Route& r) { r = without_step(std::move(r), at); });
        },
        route.steps.size() > 1);
}

void RoutePanel::write_over(const QRectF& place, const QString& text,
                            const std::function<void(const QString&)>& take) {
    take_ = take;
    writing_->setText(text);
    writing_->setGeometry(place.toRect().adjusted(0, 0, 0, 2));
    writing_->selectAll();
    writing_->show();
    writing_->raise();
    writing_->setFocus();
}

void RoutePanel::end_writing(bool taken) {
    if (writing_->isHidden()) return;
    writing_->hide();
    list_->setFocus();
    const auto take = std::exchange(take_, {});
    if (taken && take) take(writing_->text());
}

/// Return and Escape end the writing and mean nothing to the list below it.
bool RoutePanel::eventFilter(QObject* watched, QEvent* event) {
    if (watched == writing_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Escape) {
            end_writing(key != Qt::Key_Escape);
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void RoutePanel::write_minutes(std::size_t at) {
    const Painting& painting = session_.document.painting();
    const std::string step = painting.brief.route.steps[at].id;
    write_over(list_->taken_rect(at), QString::fromStdString(hours(minutes_on(painting.log, step))),
               [this, step](const QString& text) {
                   const auto minutes = minutes_from(text);
                   const auto day = date_from_iso(desk_.day());
                   if (!minutes || !day) return;
                   session_.document.log(
                       with_minutes(session_.document.painting().log, step, *minutes, *day));
               });
}

void RoutePanel::keep_as_own() {
    const Route& route = session_.document.painting().brief.route;
    write_over(QRectF(scaled(12), 0, list_->width() - scaled(24), scaled(22)),
               tr("My %1").arg(shown(route.name)), [this](const QString& name) {
                   if (name.trimmed().isEmpty()) return;
                   Route own = session_.document.painting().brief.route;
                   own.name = name.trimmed().toStdString();
                   session_.settings.keep_route(own);
                   use(own);
               });
}

void RoutePanel::open_file() {
    const auto path = desk_.ask.to_open(tr("Open a route"), tr("Routes (*.json)"));
    if (path.empty()) return;
    const auto route = open_route(path);
    if (!route) return say(QString::fromStdString(route.error().message()));
    use(*route);
}

void RoutePanel::save_file() {
    const Route route = session_.document.painting().brief.route;
    desk_.ask.to_save(tr("Save the route"), tr("Routes (*.json)"),
                      shown(route.name) + QStringLiteral(".json"),
                      [this, route](const std::filesystem::path& path) {
                          const Done saved = save_route(path, route);
                          say(saved ? QString() : QString::fromStdString(saved.error().message()));
                      });
}

}  // namespace underpaint
