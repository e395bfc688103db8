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
#include "files/flat_picture.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr double kPictureWide = 126, kPictureHigh = 94;
constexpr int kGoals[] = {5, 10, 15, 30};

double figure_of(const StudyFigures& figures) {
    switch (figures.kind) {
        case StudyKind::two:
        case StudyKind::three: return figures.agreement;
        case StudyKind::full: return figures.drift_p95;
        case StudyKind::limited: return figures.colour_off;
    }
    return 0;
}

QString figure_in_words(StudyKind kind, double figure) {
    switch (kind) {
        case StudyKind::two:
        case StudyKind::three: return QObject::tr("%1%").arg(qRound(100 * figure));
        case StudyKind::full: return QObject::tr("%1 step").arg(figure, 0, 'f', 2);
        case StudyKind::limited: return QObject::tr("%1 ΔE").arg(figure, 0, 'f', 1);
    }
    return {};
}

}  // namespace

StudiesPanel::StudiesPanel(const Desk& desk, PracticeSession& session, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      session_(session),
      measuring_(this, Urgency::figures, "a study") {
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Studies")));
    head->addStretch(1);
    auto* bring = choice_button("bring_in_study", tr("Bring in a study"),
                                tr("A practice picture and what it is a study of, as files"));
    set_menu(bring, [this](QMenu& menu) { fill_kinds(menu); });
    head->addWidget(bring);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(10));
    grid->setVerticalSpacing(scaled(4));
    grid->setColumnStretch(1, 1);
    for (const StudyKindText& kind : kStudyKinds) {
        const int row = static_cast<int>(kind.kind);
        const std::string id(kind.id);
        Row& made = rows_[static_cast<std::size_t>(row)];
        made.bar = new QProgressBar;
        made.bar->setTextVisible(false);
        made.bar->setFixedHeight(scaled(6));
        made.bar->setAccessibleName(from_view(kind.label));
        made.goal = choice_button(("study_goal_" + id).c_str(), {},
                                  tr("How many of them you set out to do"));
        set_menu(made.goal, [this, which = kind.kind](QMenu& menu) { fill_goals(menu, which); });
        made.figure = new QLabel;
        made.figure->setFont(figure_font());
        made.figure->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        grid->addWidget(new QLabel(from_view(kind.label)), row, 0);
        grid->addWidget(made.bar, row, 1);
        grid->addWidget(made.goal, row, 2);
        grid->addWidget(made.figure, row, 3);
    }
    title_ = group_title(tr("Last study"));
    shown_ = new QWidget;
    shown_->hide();  // until there is one
    auto* pictures = new QHBoxLayout(shown_);
    pictures->setContentsMargins(0, 0, 0, 0);
    pictures->setSpacing(scaled(8));
    const QString names[] = {tr("yours"), tr("the reference"), tr("where they differ")};
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        pictures_[i] = new QLabel;
        pictures_[i]->setObjectName(QStringLiteral("study_picture_%1").arg(i));
        pictures_[i]->setAccessibleName(names[i]);
        pictures_[i]->setFixedSize(scaled(kPictureWide), scaled(kPictureHigh));
        pictures_[i]->setAlignment(Qt::AlignCenter);
        auto* box = new QVBoxLayout;
        box->setSpacing(scaled(2));
        box->setContentsMargins(0, 0, 0, 0);
        box->addWidget(pictures_[i]);
        auto* name = new QLabel(names[i]);
        name->setProperty("tone", "secondary");
        box->addWidget(name);
        pictures->addLayout(box);
    }
    pictures->addStretch(1);
    words_ = hint_label();
    words_->setObjectName(QStringLiteral("study_words"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(6));
    column->setSpacing(scaled(8));
    column->addLayout(head);
    column->addLayout(grid);
    column->addWidget(rule_line());
    column->addWidget(title_);
    column->addWidget(shown_);
    column->addWidget(words_);
    connect(&session_, &PracticeSession::changed, this, &StudiesPanel::refresh);
    words_->setText(
        tr("None yet. Paint something in two values from a photograph or a master, and "
           "bring both in: it is said how far the shapes agree, what greys crept in, "
           "and what is missing."));
    refresh();
}

void StudiesPanel::fill_kinds(QMenu& menu) {
    for (const StudyKindText& kind : kStudyKinds)
        menu.addAction(tr("%1…").arg(from_view(kind.label)), this,
                       [this, which = kind.kind] { bring_in(which); });
}

void StudiesPanel::fill_goals(QMenu& menu, StudyKind kind) {
    const auto add = [&](const QString& label, int count) {
        menu.addAction(label, this, [this, kind, count] {
            if (Logbook* book = session_.logbook())
                if (const Done set = book->set_goal({kind, count}); !set)
                    words_->setText(QString::fromStdString(set.error().message()));
            refresh();
        });
    };
    for (const int count : kGoals) add(tr("%1 of them").arg(count), count);
    add(tr("No goal"), 0);
}

void StudiesPanel::bring_in(StudyKind kind) {
    const auto study = desk_.ask.to_open(tr("The study"), picture_kinds());
    if (study.empty()) return;
    const auto reference = desk_.ask.to_open(tr("What it is a study of"), picture_kinds());
    if (!reference.empty()) measure(kind, study, reference);
}

void StudiesPanel::measure(StudyKind kind, const std::filesystem::path& study,
                           const std::filesystem::path& reference) {
    words_->setText(tr("It is being measured."));
    StudyOptions options;
    options.reader = desk_.session.choices.reader();
    if (desk_.session.document.has_painting())
        for (const PaletteColour& each : desk_.session.document.painting().palette.colours)
            options.palette.push_back(each.colour);
    measuring_.start([this, kind, study, reference, options](const std::stop_token& stop,
                                                             const Deliver& deliver) {
        auto mine = read_flat_picture(study, stop), theirs = read_flat_picture(reference, stop);
        if (!mine || !theirs) {
            deliver([this, said = (mine ? theirs : mine).error().message()] {
                words_->setText(QString::fromStdString(said));
            });
            return;
        }
        auto figures =
            measure_study(std::move(mine->picture), theirs->picture, kind, options, stop);
        if (!figures) return;
        deliver([this, figures = std::move(*figures), name = shown(study.stem().string())] {
            take(figures, name);
        });
    });
}

void StudiesPanel::take(const StudyFigures& figures, const QString& name) {
    title_->setText(tr("Last study: %1, \"%2\"").arg(from_view(text_of(figures.kind).label), name));
    const Picture* shown_pictures[] = {&figures.study, &figures.reference, &figures.differ};
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        const QImage image = image_of(shrunk(*shown_pictures[i], scaled(kPictureWide) * 2));
        pictures_[i]->setPixmap(QPixmap::fromImage(
            image.scaled(pictures_[i]->size(), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
    }
    shown_->show();
    words_->setText(QString::fromStdString(in_words(figures)));
    // One that shows something else is no study of it.
    if (!figures.surely) return;
    if (Logbook* book = session_.logbook()) {
        LoggedStudy logged;
        logged.when = moment_now();
        logged.kind = figures.kind;
        logged.name = name.toStdString();
        logged.figure = figure_of(figures);
        logged.second = figures.crept_in;
        if (const auto added = book->add(logged); !added)
            words_->setText(QString::fromStdString(added.error().message()));
    }
    refresh();
}

void StudiesPanel::refresh() {
    Logbook* book = session_.logbook();
    const auto studies = book != nullptr ? book->studies().value_or(std::vector<LoggedStudy>{})
                                         : std::vector<LoggedStudy>{};
    const auto goals = book != nullptr ? book->goals().value_or(std::vector<StudyGoal>{})
                                       : std::vector<StudyGoal>{};
    for (const StudyKindText& kind : kStudyKinds) {
        Row& row = rows_[static_cast<std::size_t>(kind.kind)];
        const auto done =
            static_cast<int>(std::ranges::count(studies, kind.kind, &LoggedStudy::kind));
        const auto goal = std::ranges::find(goals, kind.kind, &StudyGoal::kind);
        const int wanted = goal == goals.end() ? 0 : goal->count;
        row.bar->setRange(0, std::max(1, wanted));
        row.bar->setValue(std::min(done, std::max(1, wanted)));
        row.bar->setEnabled(wanted > 0);
        show_choice(row.goal, wanted > 0 ? tr("%1 of %2").arg(done).arg(wanted)
                                         : tr("%1, no goal").arg(done));
        row.goal->setEnabled(book != nullptr);
        const auto last = std::find_if(studies.rbegin(), studies.rend(),
                                       [&](const LoggedStudy& s) { return s.kind == kind.kind; });
        row.figure->setText(last == studies.rend() ? QStringLiteral("–")
                                                   : figure_in_words(kind.kind, last->figure));
    }
}

}  // namespace underpaint
