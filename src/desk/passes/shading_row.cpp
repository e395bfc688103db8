// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/shading_row.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {

ShadingRow::ShadingRow(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), job_(this, Urgency::beside, "a shading") {
    slider_ = new BarSlider(kBalance);
    said_ = hint_label();
    said_->setObjectName(QStringLiteral("best_balance"));
    auto* best = action_button("take_best_balance", tr("At best"),
                               tr("The balance that keeps the sealed values best"));
    most_ = action_button("take_most_over", tr("Most over"),
                          tr("As much over as the sealed values bear within the budget"));
    auto* line = new QHBoxLayout;
    line->setSpacing(scaled(6));
    line->addWidget(said_, 1);
    line->addWidget(best, 0, Qt::AlignTop);
    line->addWidget(most_, 0, Qt::AlignTop);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addWidget(slider_);
    column->addLayout(line);
    connect(slider_, &BarSlider::moved, this,
            [this](float over) { set(over, QStringLiteral("balance")); });
    connect(slider_, &BarSlider::released, &session_.document, &Document::end_gesture);
    connect(best, &QPushButton::clicked, this, [this] {
        if (balance_) set(balance_->best);
    });
    connect(most_, &QPushButton::clicked, this, [this] {
        if (balance_ && balance_->most) set(*balance_->most);
    });
    session_.when(this, &ShadingRow::refresh, &Document::changed, &Outlook::moment_changed);
    connect(&session_.choices, &Choices::reader_changed, this, [this] {
        sought_.reset();
        refresh();
    });
}

std::optional<Shading> ShadingRow::shading() const {
    if (!session_.document.has_painting()) return std::nullopt;
    const Painting& painting = session_.document.painting();
    if (const auto group = session_.outlook.chosen_group()) return shading_of(painting, *group);
    const auto pass = session_.outlook.chosen_pass();
    return pass ? shading_at(painting, *pass) : std::nullopt;
}

void ShadingRow::set(float over, const QString& gesture) {
    if (const auto now = shading())
        session_.document.change(tr("Balance over and under"),
                                 with_balance(session_.document.painting(), *now, over), gesture);
}

void ShadingRow::refresh() {
    const auto now = shading();
    setVisible(now.has_value());
    if (!now) {
        job_.stop();
        sought_.reset();
        return;
    }
    slider_->set_value(balance_of(session_.document.painting(), *now));
    if (isVisible()) seek();
}

/// The mark depends on all but the balance itself.
void ShadingRow::seek() {
    const Shading now = *shading();
    Painting even = with_balance(session_.document.painting(), now, kBalance.usual);
    if (sought_ == even) return;
    sought_ = even;
    say(std::nullopt);
    job_.start([this, now, even = std::move(even), reader = session_.choices.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        const auto balance = balance_for(even, now, reader, stop);
        if (balance) deliver([this, balance] { say(balance); });
    });
}

void ShadingRow::say(const std::optional<ShadeBalance>& balance) {
    balance_ = balance;
    slider_->set_ghost(balance ? std::optional(balance->best) : std::nullopt);
    most_->setEnabled(balance && balance->most);
    if (!balance) return said_->setText(tr("The best balance is being sought …"));
    const QString best =
        tr("The sealed values are kept best with %1% over").arg(qRound(100 * balance->best));
    said_->setText(balance->most
                       ? tr("%1; they hold up to %2%.").arg(best).arg(qRound(100 * *balance->most))
                       : tr("%1, and hold with none.").arg(best));
}

}  // namespace underpaint
