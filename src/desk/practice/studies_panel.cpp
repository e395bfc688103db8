// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/studies_panel.h"

#include <QGridLayout>
#include <QLabel>
#include <QMenu>
#include <QProgressBar>
#include <algorithm>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "desk/work/time_keeper.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr double kPictureWide = 126, kPictureHigh = 84;
constexpr int kGoals[] = {5, 10, 15, 30};

}  // namespace

StudiesPanel::StudiesPanel(const Desk& desk, PracticeSession& session, QWidget* parent)
    : QWidget(parent), desk_(desk), session_(session) {
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Studies")));
    head->addStretch(1);
    auto* bring = choice_button("bring_in_study", tr("Bring in a study"),
                                tr("A practice picture and what it is a study of"));
    set_menu(bring, [this](QMenu& menu) {
        for (const StudyKindText& kind : kStudyKinds)
            menu.addAction(tr("%1…").arg(from_view(kind.label)), this,
                           [this, which = kind.kind] { emit wants_study(which); });
    });
    head->addWidget(bring);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(8));
    grid->setVerticalSpacing(scaled(2));
    grid->setColumnStretch(1, 1);
    grid->setColumnMinimumWidth(3, scaled(66));
    grid->setColumnMinimumWidth(4, scaled(60));
    for (const StudyKindText& kind : kStudyKinds) {
        const int row = static_cast<int>(kind.kind);
        const std::string id(kind.id);
        Row& made = rows_[static_cast<std::size_t>(row)];
        made.bar = new QProgressBar;
        made.bar->setTextVisible(false);
        made.bar->setFixedHeight(scaled(6));
        made.bar->setMinimumWidth(scaled(40));
        made.bar->setAccessibleName(from_view(kind.label));
        made.goal = choice_button(("study_goal_" + id).c_str(), {}, {});
        set_menu(made.goal, [this, which = kind.kind](QMenu& menu) { fill_goals(menu, which); });
        for (QLabel** label : {&made.minutes, &made.figure}) {
            *label = new QLabel;
            (*label)->setFont(figure_font());
            (*label)->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        }
        made.minutes->setObjectName(QStringLiteral("study_took_") + from_view(kind.id));
        made.minutes->setProperty("tone", "secondary");
        made.minutes->setToolTip(tr("The middle of what they took"));
        made.figure->setToolTip(tr("Of the last one"));
        grid->addWidget(new QLabel(from_view(kind.label)), row, 0);
        grid->addWidget(made.bar, row, 1);
        grid->addWidget(made.goal, row, 2);
        grid->addWidget(made.minutes, row, 3);
        grid->addWidget(made.figure, row, 4);
    }
    pace_ = hint_label();
    pace_->setObjectName(QStringLiteral("study_pace"));
    title_ = group_title(tr("Last study"));
    shown_ = new QWidget;
    shown_->hide();  // until there is a study
    auto* pictures = new QHBoxLayout(shown_);
    pictures->setContentsMargins(0, 0, 0, 0);
    pictures->setSpacing(scaled(8));
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        pictures_[i] = new QLabel;
        pictures_[i]->setObjectName(QStringLiteral("study_picture_%1").arg(i));
        pictures_[i]->setFixedSize(scaled(kPictureWide), scaled(kPictureHigh));
        pictures_[i]->setAlignment(Qt::AlignCenter);
        names_[i] = new QLabel;
        names_[i]->setProperty("tone", "secondary");
        auto* box = new QVBoxLayout;
        box->setSpacing(scaled(2));
        box->setContentsMargins(0, 0, 0, 0);
        box->addWidget(pictures_[i]);
        box->addWidget(names_[i]);
        pictures->addLayout(box);
    }
    pictures->addStretch(1);
    words_ = hint_label();
    words_->setObjectName(QStringLiteral("study_words"));
    auto* large = action_button("study_large", tr("See it large"), tr("The three pictures"));
    large->hide();
    connect(large, &QPushButton::clicked, this, [this] { emit wants_last(*last_); });
    auto* title_row = new QHBoxLayout;
    title_row->addWidget(title_, 1);
    title_row->addWidget(large);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(6));
    column->setSpacing(scaled(6));
    column->addLayout(head);
    column->addLayout(grid);
    column->addWidget(pace_);
    column->addWidget(rule_line());
    column->addLayout(title_row);
    column->addWidget(shown_);
    column->addWidget(words_);
    connect(&session_, &PracticeSession::changed, this, &StudiesPanel::refresh);
    words_->setText(
        tr("None yet. Paint something in two values from a photograph or a master, and "
           "bring both in: it is said how far the shapes agree, what greys crept in, "
           "and what is missing."));
    refresh();
}

void StudiesPanel::set_goal(const StudyGoal& goal) {
    if (Logbook* book = session_.logbook())
        if (const Done set = book->set_goal(goal); !set)
            words_->setText(QString::fromStdString(set.error().message()));
    refresh();
}

void StudiesPanel::fill_goals(QMenu& menu, StudyKind kind) {
    const StudyGoal& goal = goals_[static_cast<std::size_t>(kind)];
    const auto add = [&](const QString& label, int count) {
        add_choice(menu, label, goal.count == count, [this, goal, count] {
            StudyGoal set = goal;
            set.count = count;
            set_goal(set);
        });
    };
    const int usual = text_of(kind).usual_goal;
    std::vector<int> counts(std::begin(kGoals), std::end(kGoals));
    if (std::ranges::count(counts, usual) == 0) counts.push_back(usual);
    if (goal.count > 0 && std::ranges::count(counts, goal.count) == 0) counts.push_back(goal.count);
    std::ranges::sort(counts);
    for (const int count : counts)
        add(count == usual ? tr("%1 of them, as is usual").arg(count) : tr("%1 of them").arg(count),
            count);
    add(tr("No goal"), 0);
    menu.addSeparator();
    add_choice(menu, tr("Doubled each time it is reached"), goal.doubles, [this, goal] {
        StudyGoal set = goal;
        set.doubles = !goal.doubles;
        // Doubling needs a count to begin with.
        if (set.count == 0) set.count = text_of(goal.kind).usual_goal;
        set_goal(set);
    });
}

void StudiesPanel::take(const MeasuredStudy& study) {
    last_ = study;
    const StudyFigures& figures = last_->figures;
    QString title =
        tr("Last study: %1, \"%2\"").arg(from_view(text_of(figures.kind).label), study.name);
    if (study.minutes > 0) title += tr(", %1").arg(time_in_words(study.minutes));
    title_->setText(title);
    const auto all = pictures_of(figures);
    const QStringList names = picture_names(figures.kind);
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        const QImage image =
            image_of(shrunk(*all[i], scaled(kPictureWide) * 2), desk_.session.screen.transform());
        pictures_[i]->setPixmap(QPixmap::fromImage(
            image.scaled(pictures_[i]->size(), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
        names_[i]->setText(names[static_cast<qsizetype>(i)]);
        pictures_[i]->setAccessibleName(names_[i]->text());
    }
    shown_->show();
    findChild<QPushButton*>("study_large")->show();
    words_->setText(QString::fromStdString(in_words(figures)));
    // A picture of something else is not kept as a study.
    if (!figures.surely) return;
    LoggedStudy logged;
    logged.when = moment_now();
    logged.kind = figures.kind;
    logged.name = study.name.toStdString();
    logged.minutes = study.minutes;
    logged.figure = main_figure(figures);
    logged.second = figures.crept_in;
    if (Logbook* book = session_.logbook())
        if (const auto added = book->add(logged); !added)
            words_->setText(QString::fromStdString(added.error().message()));
    if (study.minutes > 0) {
        auto past = desk_.session.settings.past();
        past.push_back({"study-" + std::to_string(logged.when.time_since_epoch().count()),
                        kStudies,
                        {{std::string(text_of(figures.kind).prepares), study.minutes}}});
        desk_.session.settings.keep_past(std::move(past));
    }
    session_.look_again();
}

/// The goal that is nearest, and what is through.
QString StudiesPanel::pace_in_words() const {
    const GoalStanding* nearest = nullptr;
    std::string_view label;
    for (const StudyKindText& kind : kStudyKinds) {
        const GoalStanding& standing = standings_[static_cast<std::size_t>(kind.kind)];
        if (standing.through && (nearest == nullptr || *standing.through < *nearest->through))
            nearest = &standing, label = kind.label;
    }
    if (nearest != nullptr)
        return tr("At this pace you are through with %1 on %2.")
            .arg(from_view(label).toLower(), short_date(iso(Date{*nearest->through})));
    for (const StudyKindText& kind : kStudyKinds)
        if (standings_[static_cast<std::size_t>(kind.kind)].reached())
            return tr("%1: all done. What has become easy can be doubled.")
                .arg(from_view(kind.label));
    return {};
}

void StudiesPanel::refresh() {
    Logbook* book = session_.logbook();
    const auto studies = book != nullptr ? book->studies().value_or(std::vector<LoggedStudy>{})
                                         : std::vector<LoggedStudy>{};
    const auto goals = book != nullptr ? book->goals().value_or(std::vector<StudyGoal>{})
                                       : std::vector<StudyGoal>{};
    for (const StudyKindText& kind : kStudyKinds) {
        Row& row = rows_[static_cast<std::size_t>(kind.kind)];
        std::vector<StudyDone> done;
        for (const LoggedStudy& study : studies)
            if (study.kind == kind.kind) done.push_back({study.when, study.minutes});
        StudyGoal& goal = goals_[static_cast<std::size_t>(kind.kind)];
        goal = goal_of(goals, kind.kind);
        GoalStanding& standing = standings_[static_cast<std::size_t>(kind.kind)];
        standing = goal_standing(done, goal, moment_now());
        row.bar->setRange(0, std::max(1, standing.wanted));
        row.bar->setValue(std::min(standing.done, std::max(1, standing.wanted)));
        row.bar->setEnabled(standing.wanted > 0);
        show_choice(row.goal, standing.wanted > 0
                                  ? tr("%1 of %2").arg(standing.done).arg(standing.wanted)
                                  : tr("%1, no goal").arg(standing.done));
        row.goal->setToolTip(
            standing.wanted > goal.count
                ? tr("You set out to do %1; reached, so it was doubled").arg(goal.count)
                : tr("How many of them you set out to do"));
        row.goal->setEnabled(book != nullptr);
        row.minutes->setText(standing.minutes ? time_in_words(*standing.minutes) : QString());
        const auto last = std::find_if(studies.rbegin(), studies.rend(),
                                       [&](const LoggedStudy& s) { return s.kind == kind.kind; });
        row.figure->setText(last == studies.rend() ? QStringLiteral("–")
                                                   : QString::fromStdString(main_figure_in_words(
                                                         kind.kind, last->figure)));
    }
    pace_->setText(pace_in_words());
}

}  // namespace underpaint
