// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/group_sheet.h"

#include <QLineEdit>
#include <QVBoxLayout>
#include <functional>

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/passes/shading_row.h"
#include "painting/group_changes.h"

namespace underpaint {

GroupSheet::GroupSheet(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("group_name"));
    name_->setAccessibleName(tr("Name of the group"));
    name_->setFont(body_font(true));
    on_ = action_button("group_on", tr("On"), tr("Lay the passes of the group or leave them out"));
    on_->setCheckable(true);
    strength_ = new BarSlider(kStrength);
    strength_->setObjectName(QStringLiteral("group_strength"));
    auto* apart = action_button("ungroup", tr("Take apart"), tr("Its passes stay as they are"));
    auto* head = new QHBoxLayout;
    head->addWidget(name_, 1);
    head->addWidget(hint_label(tr("group")));
    head->addWidget(on_);
    auto* column = new QVBoxLayout(this);
    // The scroll bar takes the rest of the margin.
    column->setContentsMargins(scaled(12), scaled(6), scaled(4), scaled(8));
    column->setSpacing(scaled(8));
    column->addLayout(head);
    column->addWidget(new ShadingRow(session_));
    column->addWidget(strength_);
    column->addWidget(hint_label(
        tr("Its strength mixes what its passes made with what they found. Hold B to see the "
           "picture without them.")));
    column->addLayout(button_row({apart}));
    column->addStretch(1);

    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (name_->isModified())
            change(tr("Rename a group"), [&](Group& g) { g.name = name_->text().toStdString(); });
    });
    connect(on_, &QPushButton::clicked, this, [this](bool on) {
        change(on ? tr("Switch a group on") : tr("Switch a group off"),
               [on](Group& g) { g.on = on; });
    });
    connect(strength_, &BarSlider::moved, this, [this](float v) {
        change(
            tr("Change strength"), [v](Group& g) { g.strength = v; },
            QStringLiteral("group strength"));
    });
    connect(strength_, &BarSlider::released, &session_.document, &Document::end_gesture);
    connect(apart, &QPushButton::clicked, this, [this] {
        if (const Group* now = group())
            session_.document.change(tr("Take a group apart"),
                                     without_group(session_.document.painting(), now->id));
    });
    session_.when(this, &GroupSheet::refresh, &Document::changed, &Outlook::moment_changed);
}

const Group* GroupSheet::group() const {
    const auto id = session_.outlook.chosen_group();
    return id ? session_.document.painting().group(*id) : nullptr;
}

void GroupSheet::change(const QString& what, const std::function<void(Group&)>& change,
                        const QString& gesture) {
    const Group* now = group();
    if (now == nullptr) return;
    Group changed = *now;
    change(changed);
    session_.document.change(
        what, with_changed_group(session_.document.painting(), std::move(changed)), gesture);
}

void GroupSheet::refresh() {
    const Group* now = group();
    if (now == nullptr) return;
    if (!name_->hasFocus()) name_->setText(shown(now->name));
    on_->setChecked(now->on);
    on_->setText(now->on ? tr("On") : tr("Off"));
    strength_->set_value(now->strength);
}

}  // namespace underpaint
