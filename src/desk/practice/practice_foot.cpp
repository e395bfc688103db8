// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_foot.h"

#include <QLabel>
#include <QMenu>
#include <QTimer>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "desk/work/time_keeper.h"
#include "files/disk.h"
#include "files/own_file.h"

namespace underpaint {
namespace {

constexpr int kLookEvery = 30'000;  // milliseconds

std::chrono::sys_days today() {
    return std::chrono::floor<std::chrono::days>(moment_now());
}

}  // namespace

PracticeFoot::PracticeFoot(const Desk& desk, PracticeSession& session, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      session_(session),
      importing_(this, Urgency::figures, "a logbook's text") {
    screen_ = hint_label();
    screen_->setObjectName(QStringLiteral("screen_standing"));
    check_ = action_button("check_screen", tr("Check"),
                           tr("Which of the darkest and lightest steps can be told apart on it, in "
                              "the light you sit in; two minutes"));
    connect(check_, &QPushButton::clicked, this, &PracticeFoot::wants_check);
    time_ = hint_label();
    time_->setObjectName(QStringLiteral("practice_time"));
    time_->setMinimumHeight(scaled(32));
    book_ = choice_button("logbook", tr("Logbook"), tr("What is kept of your practice"));
    set_menu(book_, [this](QMenu& menu) { fill_logbook(menu); });
    go_on_ = action_button("practice_go_on", {}, tr("The next question"));
    go_on_->setProperty("role", "main");
    go_on_->setMinimumHeight(scaled(36));
    connect(go_on_, &QPushButton::clicked, this, &PracticeFoot::goes_on);
    const auto beside = [](QLabel* words, QPushButton* button) {
        auto* row = new QHBoxLayout;
        row->setSpacing(scaled(8));
        row->addWidget(words, 1);
        row->addWidget(button, 0, Qt::AlignTop);
        return row;
    };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(10));
    column->setSpacing(scaled(6));
    column->addLayout(beside(screen_, check_));
    column->addLayout(beside(time_, book_));
    column->addWidget(go_on_);
    connect(&session_, &PracticeSession::changed, this, [this] {
        said_.clear();
        refresh();
    });
    connect(&desk_.session.screen, &ScreenInUse::changed, this, &PracticeFoot::refresh);
    auto* clock = new QTimer(this);
    connect(clock, &QTimer::timeout, this, &PracticeFoot::refresh);
    clock->start(kLookEvery);
    refresh();
}

QString PracticeFoot::times() const {
    if (!session_.trouble().isEmpty() && session_.logbook() == nullptr) return {};
    const auto stretch = desk_.time.at_a_stretch();
    const QString rest =
        desk_.time.rest_due()
            ? tr("A rest is due: look at something far away, and let the hands lie.")
            : tr("Rest in %1 min.").arg((WorkClock::kRestDue - stretch).count());
    const double yesterday = session_.minutes_yesterday(), week = session_.minutes_this_week();
    QStringList parts;
    if (yesterday >= 1) parts << tr("yesterday %1").arg(time_in_words(yesterday));
    if (week >= 1) parts << tr("this week %1").arg(time_in_words(week));
    QString words = parts.join(QStringLiteral(", "));
    if (!words.isEmpty()) words = words.left(1).toUpper() + words.mid(1) + QStringLiteral(". ");
    return words + rest;
}

void PracticeFoot::refresh() {
    const ScreenCheck* check = desk_.session.screen.check();
    screen_->setToolTip(check != nullptr ? tr("Checked %1").arg(moment_in_words(check->when))
                                         : QString());
    screen_->setText(check != nullptr
                         ? tr("This screen: %1").arg(QString::fromStdString(in_words(*check)))
                         : tr("This screen was not checked yet."));
    time_->setText(said_.isEmpty() ? times() : said_);
    book_->setEnabled(session_.logbook() != nullptr);
    go_on_->setText(tr("Go on: %1 more").arg(session_.left_of_round()));
}

/// Stands in place of the times until something else is done.
void PracticeFoot::say(const QString& words) {
    session_.look_again();
    said_ = words;
    refresh();
}

/// What is done to the logbook, and what is said of it: that, or why it could not be done.
void PracticeFoot::carry_out(const std::function<Done(Logbook&)>& act, const QString& said) {
    Logbook* book = session_.logbook();
    if (book == nullptr) return;
    const Done done = act(*book);
    say(done ? said : QString::fromStdString(done.error().message()));
}

void PracticeFoot::fill_logbook(QMenu& menu) {
    menu.addAction(tr("Export it (CSV)…"), this, &PracticeFoot::export_book);
    menu.addAction(tr("Add what a CSV file has…"), this, &PracticeFoot::import_book);
    menu.addSeparator();
    menu.addAction(tr("Delete the last answer"), this, [this] {
        carry_out(
            [](Logbook& book) -> Done {
                const auto last = book.answers({}, 1);
                if (!last) return tl::unexpected(last.error());
                return last->empty() ? Done() : book.remove_answer(last->front().id);
            },
            tr("The last answer is deleted."));
    });
    menu.addAction(tr("Delete the last study"), this, [this] {
        carry_out(
            [](Logbook& book) -> Done {
                const auto all = book.studies();
                if (!all) return tl::unexpected(all.error());
                return all->empty() ? Done() : book.remove_study(all->back().id);
            },
            tr("The last study is deleted."));
    });
    menu.addAction(tr("Delete what today has"), this, [this] {
        carry_out([](Logbook& book) { return book.remove_day(today()); },
                  tr("Today's answers and studies are deleted."));
    });
    // What can't be undone needs a second confirmation.
    auto* all = menu.addMenu(tr("Delete all"));
    all->addAction(tr("Yes, all answers and studies"), this, [this] {
        carry_out([](Logbook& book) { return book.remove_all(); },
                  tr("All answers and studies are deleted. Goals are as they were."));
    });
}

void PracticeFoot::export_book() {
    const auto text = session_.logbook()->write_csv();
    if (!text) return say(QString::fromStdString(text.error().message()));
    desk_.ask.to_save(tr("Export the logbook"), tr("Comma-separated values (*.csv)"),
                      tr("logbook.csv"), [this, text = *text](const std::filesystem::path& file) {
                          carry_out([&](Logbook&) { return replace_file(file, bytes_of(text)); },
                                    tr("The logbook is in %1.").arg(text_of(file.filename())));
                      });
}

void PracticeFoot::import_book() {
    const auto file =
        desk_.ask.to_open(tr("Add to the logbook"), tr("Comma-separated values (*.csv)"));
    if (file.empty()) return;
    // Through a connection of its own: a long file takes seconds.
    say(tr("It is being read."));
    importing_.start(
        [this, file, own = session_.file()](const std::stop_token& stop, const Deliver& deliver) {
            const auto read = [&]() -> Result<std::size_t> {
                std::error_code error;
                if (std::filesystem::file_size(file, error) > kMostLogbookCsv && !error)
                    return trouble(file.string(), "it is too large to be a logbook.");
                const auto bytes = read_file(file);
                if (!bytes) return tl::unexpected(bytes.error());
                auto book = Logbook::open(own);
                if (!book) return tl::unexpected(book.error());
                return book->read_csv(file.string(), text_of(*bytes));
            };
            const auto added = read();
            if (stop.stop_requested()) return;
            const QString said = !added        ? QString::fromStdString(added.error().message())
                                 : *added == 0 ? tr("All that is in it was there already.")
                                 : *added == 1 ? tr("One entry was added.")
                                               : tr("%1 entries were added.").arg(*added);
            deliver([this, said] { say(said); });
        });
}

}  // namespace underpaint
