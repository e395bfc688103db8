// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/finding_row.h"

#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <functional>

#include "audit/finding_place.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/verdict_mark.h"
#include "desk/kit/words.h"

namespace underpaint {

namespace {

const QString kMendHint = QObject::tr("Rest here: what it would leave is said under the picture");

/// What its button is called.
struct MendNames {
    QString operator()(const SetStrength&) const { return QStringLiteral("mend_ease"); }
    QString operator()(const SetHold&) const { return QStringLiteral("mend_hold"); }
    QString operator()(const MatchStops&) const { return QStringLiteral("mend_match"); }
    QString operator()(const SetBand&) const { return QStringLiteral("mend_keep_to"); }
    QString operator()(const SetReach&) const { return QStringLiteral("mend_leave"); }
    QString operator()(const SetTune&) const { return QStringLiteral("mend_pull_back"); }
    QString operator()(const LayAbove&) const { return QStringLiteral("mend_above"); }
    QString operator()(const LayBeneath&) const { return QStringLiteral("mend_beneath"); }
    QString operator()(const SetBalance&) const { return QStringLiteral("mend_balance"); }
    QString operator()(const LayValuePass&) const { return QStringLiteral("value_mend"); }
    QString operator()(const MoveSplits&) const { return QStringLiteral("value_mend"); }
};
constexpr MendNames kMendNames;

/// Tells when the pointer or the focus rests on it.
class MendButton : public QPushButton {
public:
    MendButton(const QString& label, std::function<void(bool)> pointed)
        : QPushButton(label), pointed_(std::move(pointed)) {}

protected:
    bool event(QEvent* event) override {
        if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn) pointed_(true);
        if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut) pointed_(false);
        return QPushButton::event(event);
    }

private:
    std::function<void(bool)> pointed_;
};

bool can_be_meant(const Finding& finding) {
    return finding.figure && (is_bad(finding.verdict) || finding.meant);
}

/// Whether the same can be done about both.
bool same_buttons(const Finding& a, const Finding& b) {
    return a.code == b.code && a.mends == b.mends && can_be_shown(a) == can_be_shown(b) &&
           can_be_meant(a) == can_be_meant(b) && a.meant.has_value() == b.meant.has_value();
}

}  // namespace

FindingRow::FindingRow(const Finding& finding, bool narrow)
    : finding_(finding),
      narrow_(narrow),
      mark_(new VerdictMark(scaled(10), 0, greys().strong)),
      text_(new QLabel) {
    setObjectName(QStringLiteral("finding_") + from_view(id_of(finding.code)));
    setProperty("row", "finding");
    setAttribute(Qt::WA_StyledBackground);  // draws the line below the row
    auto* line = new QHBoxLayout;
    line->setSpacing(scaled(7));
    line->addWidget(mark_, 0, Qt::AlignVCenter);
    if (finding.meant) text_->setProperty("tone", "secondary");
    text_->setTextFormat(Qt::PlainText);
    text_->setWordWrap(true);
    text_->setContentsMargins(scaled(5), 0, scaled(6), 0);
    line->addWidget(text_, 1);
    auto* lines = new QVBoxLayout(this);
    lines->setContentsMargins(0, scaled(4), 0, scaled(4));
    lines->setSpacing(scaled(3));
    lines->addLayout(line);
    QHBoxLayout* buttons = line;
    if (narrow) {
        buttons = new QHBoxLayout;
        buttons->setSpacing(scaled(7));
        buttons->addStretch(1);
        lines->addLayout(buttons);
    }
    if (can_be_shown(finding)) buttons->addWidget(show_ = show_button());
    // The gentlest mend has a button of its own.
    const std::size_t stand = std::min<std::size_t>(finding.mends.size(), 1);
    if (stand > 0) buttons->addWidget(mend_button(finding.mends.front()));
    if (can_be_meant(finding) || finding.mends.size() > stand)
        buttons->addWidget(more_button(stand));
    say();
}

void FindingRow::say() {
    mark_->set_verdict(finding_.meant ? Verdict::open : finding_.verdict);
    QString words = QString::fromStdString(finding_.text);
    if (finding_.meant)
        words += finding_.meant->empty() ? tr(" Intended.")
                                         : tr(" Intended: %1").arg(shown(*finding_.meant));
    if (hidden_here_)
        words += tr(" This screen tells no steps apart there: see Practice, This screen.");
    text_->setText(words);
    if (show_ != nullptr)
        show_->setToolTip(
            finding_.pass > 0
                ? tr("Only the place that this is about, after pass %1").arg(finding_.pass)
                : tr("Only the place that this is about"));
}

bool FindingRow::follow(const Finding& finding) {
    if (!same_buttons(finding, finding_)) return false;
    if (finding == finding_) return true;
    finding_ = finding;
    say();
    return true;
}

void FindingRow::set_hidden_here(bool hidden) {
    if (hidden == hidden_here_) return;
    hidden_here_ = hidden;
    say();
}

void FindingRow::set_usable(bool usable) {
    for (auto* button : findChildren<QPushButton*>()) button->setEnabled(usable);
}

void FindingRow::set_shown(bool shown) {
    if (show_ != nullptr) show_->setChecked(shown);
}

QPushButton* FindingRow::show_button() {
    auto* show = new QPushButton(tr("Show"));
    show->setObjectName(QStringLiteral("show"));
    show->setCheckable(true);
    connect(show, &QPushButton::clicked, this, &FindingRow::show_asked);
    return show;
}

QPushButton* FindingRow::mend_button(const Mend& mend) {
    auto* button = new MendButton(QString::fromStdString(mend.label), [this, mend](bool on) {
        emit mend_pointed(on ? &mend : nullptr);
    });
    button->setObjectName(std::visit(kMendNames, mend.change));
    button->setAccessibleDescription(QString::fromStdString(mend.effect));
    button->setToolTip(kMendHint);
    connect(button, &QPushButton::clicked, this, [this, mend] { emit mend_taken(mend); });
    return button;
}

/// The other mends, and whether it is meant.
QPushButton* FindingRow::more_button(std::size_t shown_mends) {
    auto* button = new QPushButton(QStringLiteral("▾"));
    button->setObjectName(QStringLiteral("more_of_finding"));
    button->setAccessibleName(tr("More mends, and whether it was intended"));
    button->setToolTip(button->accessibleName());
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    for (std::size_t i = shown_mends; i < finding_.mends.size(); ++i) {
        const Mend& mend = finding_.mends[i];
        QAction* action = menu->addAction(QString::fromStdString(mend.label));
        action->setObjectName(std::visit(kMendNames, mend.change));
        connect(action, &QAction::hovered, this, [this, mend] { emit mend_pointed(&mend); });
        connect(action, &QAction::triggered, this, [this, mend] { emit mend_taken(mend); });
    }
    if (finding_.mends.size() > shown_mends) menu->addSeparator();
    if (finding_.meant) {
        QAction* back = menu->addAction(tr("No longer intended"));
        back->setObjectName(QStringLiteral("not_meant"));
        connect(back, &QAction::triggered, this, &FindingRow::meant_no_longer);
    } else if (can_be_meant(finding_)) {
        QAction* accept = menu->addAction(tr("Intended…"));
        accept->setObjectName(QStringLiteral("meant"));
        accept->setToolTip(tr("Accepted, as long as its figure is no worse"));
        connect(accept, &QAction::triggered, this, &FindingRow::meant);
    }
    connect(menu, &QMenu::aboutToHide, this, [this] { emit mend_pointed(nullptr); });
    button->setMenu(menu);
    return button;
}

}  // namespace underpaint
