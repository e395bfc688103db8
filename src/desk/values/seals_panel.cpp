// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/seals_panel.h"

#include <QListWidget>
#include <chrono>

#include "audit/seal_change.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "painting/changes.h"
#include "render/shaped.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kForeseenSide = 1600;  // long side of the copy on which a new seal is tried
constexpr int kMostSeals = 6;
constexpr std::chrono::milliseconds kSealsRest{250};

QString name_of(const Seal& seal) {
    return QObject::tr("Seal %1").arg(seal.number);
}

}  // namespace

SealsPanel::SealsPanel(Session& session, std::function<std::string()> day, QWidget* parent)
    : QWidget(parent),
      session_(session),
      day_(std::move(day)),
      job_(this, Urgency::beside, "what differs from the seal"),
      sealing_(this, Urgency::beside, "sealing") {
    list_ = new QListWidget;
    list_->setObjectName(QStringLiteral("seals"));
    list_->setAccessibleName(tr("Seals"));
    empty_ =
        hint_label(tr("Not sealed yet. A seal freezes these values, with a number and the "
                      "day; every pass is compared with it. You can seal again at any time, "
                      "and go back to an older seal."));
    compare_ = action_button("compare_seals", tr("Compare"),
                             tr("The chosen seal beside the one in force, or beside the values as "
                                "they are now; a seam to drag between them"));
    compare_->setCheckable(true);
    in_force_ = action_button("seal_in_force", tr("Put in force"),
                              tr("Passes start from the chosen seal again and are compared with "
                                 "it"));
    again_ = action_button("seal_again", tr("Seal again"),
                           tr("Freeze the values as they are now; what is laid over the seal is "
                              "measured anew"));
    foreseen_ = hint_label();
    foreseen_->setObjectName(QStringLiteral("foreseen"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(8));
    column->addWidget(empty_);
    column->addWidget(list_);
    column->addLayout(button_row({compare_, in_force_, again_}));
    column->addWidget(foreseen_);
    column->addStretch(1);

    connect(list_, &QListWidget::currentRowChanged, this, [this] {
        session_.outlook.compare(std::nullopt);
        refresh();
    });
    connect(compare_, &QPushButton::clicked, this, &SealsPanel::compare);
    connect(in_force_, &QPushButton::clicked, this, [this] {
        const std::size_t index = *chosen();
        session_.document.change(
            tr("Put %1 in force").arg(name_of(session_.document.painting().seals[index])),
            with_seal_in_force(session_.document.painting(), index));
    });
    connect(again_, &QPushButton::clicked, this, &SealsPanel::seal);
    rest_.setSingleShot(true);
    rest_.setInterval(kSealsRest);
    connect(&rest_, &QTimer::timeout, this, &SealsPanel::foresee);
    connect(&sealing_, &LatestJob::ended, this, &SealsPanel::refresh);
    connect(&session_.document, &Document::begun, this, [this] {
        sealing_.stop();
        basis_.reset();
        shaped_.reset();
    });
    const auto look_again = [this] {
        put_off();
        refresh();
    };
    session_.when(this, look_again, &Document::changed, &Choices::reader_changed,
                  &Outlook::stage_changed);
    connect(&session_.outlook, &Outlook::comparison_changed, this, &SealsPanel::refresh);
    refresh();
}

std::optional<std::size_t> SealsPanel::chosen() const {
    const int row = list_->currentRow();
    if (row < 0 || !session_.document.has_painting()) return std::nullopt;
    const auto index = static_cast<std::size_t>(row);
    return index < session_.document.painting().seals.size() ? std::optional(index) : std::nullopt;
}

bool SealsPanel::values_differ() const {
    if (!session_.document.has_painting() || !session_.document.painting().sealed()) return false;
    const SharedPicture& sealed = session_.document.painting().ground();
    return shaped_ && shaped_ != sealed;
}

void SealsPanel::refresh() {
    const bool any = session_.document.has_painting() && session_.document.painting().sealed();
    empty_->setVisible(!any);
    for (QWidget* widget : std::initializer_list<QWidget*>{list_, compare_, in_force_, again_})
        widget->setVisible(any);
    foreseen_->setVisible(any);
    if (!any) return;
    const Painting& painting = session_.document.painting();
    const QSignalBlocker quiet(list_);
    while (list_->count() > static_cast<int>(painting.seals.size()))
        delete list_->takeItem(list_->count() - 1);
    while (list_->count() < static_cast<int>(painting.seals.size())) list_->addItem(QString());
    for (std::size_t i = 0; i < painting.seals.size(); ++i) {
        const Seal& seal = painting.seals[i];
        list_->item(static_cast<int>(i))
            ->setText(QStringLiteral("%1   ·   %2%3")
                          .arg(name_of(seal), short_date(seal.date),
                               i == painting.seal_at ? tr("   ·   in force") : QString()));
    }
    list_->setFixedHeight(std::clamp(list_->count(), 1, kMostSeals) * scaled(26) + scaled(3));
    if (list_->currentRow() < 0) list_->setCurrentRow(static_cast<int>(painting.seal_at));
    const auto index = chosen();
    const bool in_force = index == painting.seal_at;
    const bool comparable = index && (!in_force || values_differ());
    compare_->setEnabled(comparable);
    compare_->setChecked(session_.outlook.comparison().has_value());
    compare_->setText(!in_force || !index ? tr("Compare with the one in force")
                                          : tr("Compare with the values now"));
    in_force_->setEnabled(index && !in_force);
    again_->setEnabled(values_differ() && !sealing_.running());
}

void SealsPanel::compare(bool on) {
    const auto index = chosen();
    if (!on || !index) return session_.outlook.compare(std::nullopt);
    const Painting& painting = session_.document.painting();
    const Seal& seal = painting.seals[*index];
    const bool with_values = *index == painting.seal_at;
    const SharedPicture other = with_values ? shaped_ : painting.ground();
    const QString name = with_values ? tr("the values now") : name_of(painting.seal());
    session_.outlook.compare(Comparison{compared(painting, seal.picture, other, name.toStdString()),
                                        name_of(seal), name});
}

/// What a new seal would change is found while the values are worked on and the hand rests.
void SealsPanel::put_off() {
    if (!session_.document.has_painting() || !session_.document.painting().sealed() ||
        session_.outlook.stage() != Stage::values)
        return;
    const Painting& painting = session_.document.painting();
    Basis basis{painting.underpaint, painting.ground(), painting.values, painting.passes,
                session_.choices.reader()};
    if (basis_ == basis) return;
    basis_ = std::move(basis);
    shaped_.reset();
    foreseen_->setText(tr("Looking at what a new seal would change…"));
    job_.stop();
    rest_.start();
}

void SealsPanel::foresee() {
    job_.start([this, painting = session_.document.painting(), reader = session_.choices.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        const SharedPicture shaped = shaped_underpaint(painting, stop);
        if (!shaped) return;
        // After opening, the same pixels may be in another picture object.
        const bool same = same_pixels(shaped->base(), painting.ground()->base());
        deliver([this, shaped = same ? painting.ground() : shaped] {
            shaped_ = shaped;
            refresh();
            emit looked();
        });
        const auto say = [&](const QString& text) {
            deliver([this, text] { foreseen_->setText(text); });
        };
        if (same) return say(tr("The values are as they were sealed."));
        const auto change =
            foresee_seal(painting, shaped, reader, level_for(painting.size(), kForeseenSide), stop);
        if (!change) return;
        say(tr("A new seal against %1: ").arg(name_of(painting.seal())) +
            QString::fromStdString(in_words(*change, painting)));
    });
}

void SealsPanel::seal() {
    const Painting& painting = session_.document.painting();
    const QString label = painting.sealed() ? tr("Seal again") : tr("Seal the underpaint");
    const auto take = [this, label](const SharedPicture& shaped) {
        if (shaped->size() != session_.document.painting().size())
            return;  // it was turned meanwhile
        session_.document.change(label, with_seal(session_.document.painting(), day_(), shaped));
    };
    // Without value passes the result is known at once.
    if (std::ranges::all_of(painting.values, [](const Pass& p) { return p.does_nothing(); }))
        return take(painting.underpaint);
    sealing_.start([painting, take](const std::stop_token& stop, const auto& deliver) {
        const SharedPicture shaped = shaped_underpaint(painting, stop);
        if (shaped) deliver([shaped, take] { take(shaped); });
    });
    refresh();
}

}  // namespace underpaint
