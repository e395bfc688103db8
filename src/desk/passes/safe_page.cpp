// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/safe_page.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {

SafePage::SafePage(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent),
      session_(session),
      measuring_(measuring),
      state_(hint_label()),
      job_(this, Urgency::beside, "the safe mends together") {
    setObjectName(QStringLiteral("safe_page"));
    take_ = action_button("take_safe", tr("Take them all"), tr("All of them as one change"));
    back_ = action_button("leave_safe", tr("Not now"), tr("Back, with the painting as it is"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(8), scaled(4), scaled(8));
    column->setSpacing(scaled(8));
    column->addWidget(group_title(tr("Mend what is safe")));
    column->addWidget(state_);
    list_ = new QVBoxLayout;
    list_->setSpacing(scaled(8));
    column->addLayout(list_);
    column->addLayout(button_row({take_, back_}));
    column->addStretch(1);
    connect(take_, &QPushButton::clicked, this, &SafePage::take);
    connect(back_, &QPushButton::clicked, this, [this] {
        emit done();
        stop();
    });
    // Mends found for another painting are not taken.
    connect(&session_.document, &Document::changed, this, [this] {
        if (of_ && *of_ != basis()) outdated();
    });
}

void SafePage::outdated() {
    if (take_->hasFocus()) back_->setFocus(Qt::OtherFocusReason);
    stop();
    say(tr("The painting has changed. Ask again for what is safe now."));
}

void SafePage::stop() {
    job_.stop();
    of_.reset();
    clear();
    take_->setEnabled(false);
}

void SafePage::clear() {
    while (QLayoutItem* item = list_->takeAt(0)) {
        item->widget()->deleteLater();
        delete item;
    }
}

void SafePage::say(const QString& words) {
    state_->setText(words);
}

void SafePage::begin() {
    back_->setFocus(Qt::OtherFocusReason);
    stop();
    if (!measuring_.current() || !measuring_.audit() || !measuring_.audit()->exact)
        return say(tr("The figures are not exact yet. Ask again in a moment."));
    of_ = basis();
    say(tr("Trying mends…"));
    job_.start(
        [this, painting = session_.document.painting(), audit = *measuring_.audit(),
         rules = session_.settings.rules()](const std::stop_token& stop, const auto& deliver) {
            auto found = mend_what_is_safe(painting, audit, rules, stop, [&](float share) {
                deliver([this, share] {
                    say(tr("Trying mends… %1%").arg(std::lround(100 * static_cast<double>(share))));
                });
            });
            if (!found) return;
            deliver([this, found = std::move(*found)] { show_found(found); });
        });
}

Basis SafePage::basis() const {
    return basis_of(session_.document.painting(), Stage::colour, session_.choices.reader(),
                    session_.settings.rules());
}

void SafePage::show_found(SafeMends found) {
    found_ = std::move(found);
    const auto count = static_cast<int>(found_.mends.size());
    if (count == 0) {
        say(found_.left == 0 ? tr("Nothing slipped: there is nothing to mend.")
                             : tr("No mend leaves everything else as good as it is. Choose among "
                                  "those beside the findings."));
        return;
    }
    say(found_.left == 0 ? tr("These, one after the other, leave nothing that slips:")
        : found_.left == 1
            ? tr("These, one after the other, make nothing worse. One finding would be left:")
            : tr("These, one after the other, make nothing worse. %1 findings would be left:")
                  .arg(found_.left));
    int number = 0;
    for (const SafeMend& mend : found_.mends) {
        auto* row = new QLabel;
        row->setWordWrap(true);
        row->setTextFormat(Qt::RichText);
        row->setProperty("row", "safe");
        row->setText(tr("<b>%1  %2</b><br>%3<br><span>%4</span>")
                         .arg(++number)
                         .arg(QString::fromStdString(mend.mend.label).toHtmlEscaped(),
                              QString::fromStdString(mend.finding).toHtmlEscaped(),
                              QString::fromStdString(mend.after).toHtmlEscaped()));
        list_->addWidget(row);
    }
    take_->setText(count == 1 ? tr("Take it") : tr("Take all %1").arg(count));
    take_->setEnabled(true);
    // If the focus was moved elsewhere meanwhile, it stays there.
    if (back_->hasFocus()) take_->setFocus(Qt::OtherFocusReason);
}

void SafePage::take() {
    if (!of_ || *of_ != basis()) return outdated();
    // Each mend was found for the result of the one before. Only what has no effect on figures,
    // such as a name or the logged time, may have changed meanwhile.
    Painting result = session_.document.painting();
    for (const SafeMend& mend : found_.mends) result = mended(result, mend.mend);
    emit done();
    stop();
    session_.document.change(tr("Mend what is safe"), result);
    session_.document.end_gesture();
}

}  // namespace underpaint
