// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/brief_board.h"

#include <QKeyEvent>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desk/brief/late_change_page.h"
#include "desk/brief/pair_sheet.h"
#include "desk/brief/references_panel.h"
#include "desk/brief/thumbnails_panel.h"
#include "desk/brief/time_panel.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

enum Page { kBoard, kPairs, kLateChange };

}  // namespace

BriefBoard::BriefBoard(const Desk& desk, QWidget* parent)
    : QStackedWidget(parent), session_(desk.session), meter_(desk.meters.brief) {
    setObjectName(QStringLiteral("brief_board"));
    setAccessibleName(tr("Thumbnails, references, route and time"));
    setFocusPolicy(Qt::ClickFocus);
    addWidget(board(desk));
    pairs_ = new PairSheet(desk);
    addWidget(pairs_);
    late_ = new LateChangePage(desk);
    addWidget(late_);
    connect(thumbnails_, &ThumbnailsPanel::wants_pairs, this, [this] {
        setCurrentIndex(kPairs);
        pairs_->begin();
    });
    connect(thumbnails_, &ThumbnailsPanel::wants_ghost, this, &BriefBoard::wants_ghost);
    connect(pairs_, &PairSheet::ended, this, [this](std::optional<std::size_t> best) {
        setCurrentIndex(kBoard);
        if (best) thumbnails_->choose(*best);
    });
    connect(late_, &LateChangePage::ended, this, [this] { setCurrentIndex(kBoard); });
    connect(&session_.document, &Document::begun, this, [this] { setCurrentIndex(kBoard); });
    connect(&meter_, &BriefMeter::standing_changed, this, &BriefBoard::refresh_next);
    refresh_next();
}

QWidget* BriefBoard::board(const Desk& desk) {
    thumbnails_ = new ThumbnailsPanel(desk);
    references_ = new ReferencesPanel(desk);
    next_ = hint_label();
    next_->setObjectName(QStringLiteral("next_step"));
    next_->setContentsMargins(scaled(14), scaled(8), scaled(14), scaled(8));
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(thumbnails_);
    column->addWidget(rule_line());
    column->addWidget(references_);
    column->addWidget(rule_line());
    column->addWidget(new TimePanel(desk));
    column->addWidget(rule_line());
    column->addWidget(next_);
    column->addStretch(1);
    auto* scroll = scrolled(inner);
    scroll->setObjectName(QStringLiteral("brief_scroll"));
    return scroll;
}

void BriefBoard::show_late_change() {
    if (!session_.document.has_painting()) return;
    setCurrentIndex(kLateChange);
    late_->begin();
}

bool BriefBoard::finished() const {
    return thumbnails_->finished() && references_->finished() && late_->finished();
}

/// Pasting goes to the thumbnails unless a reference has the focus.
void BriefBoard::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Paste) && currentIndex() == kBoard)
        return thumbnails_->paste();
    QStackedWidget::keyPressEvent(event);
}

void BriefBoard::refresh_next() {
    const auto at = meter_.place_in_hand();
    const RouteStep* step = meter_.in_hand();
    if (step == nullptr) return next_->setText(tr("Every step of the route is done."));
    const StepStanding& stands = meter_.standing()[*at];
    QString text = tr("Next: <b>%1</b>.").arg(shown(step->name).toHtmlEscaped());
    if (!stands.words.empty())
        text += QStringLiteral(" ") + QString::fromStdString(stands.words).toHtmlEscaped() +
                QStringLiteral(".");
    const auto& steps = session_.document.painting().brief.route.steps;
    if (*at + 1 < steps.size())
        text += tr(" After that: %1.").arg(shown(steps[*at + 1].name).toLower().toHtmlEscaped());
    next_->setText(text);
}

}  // namespace underpaint
