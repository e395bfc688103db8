// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/plan_panel.h"

#include <QMenu>

#include "audit/shapes.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

constexpr Parameter kShare{"share", "", "Share of the picture that the shape is to have",
                           0,       1,  0.3F};
constexpr Parameter kLead{"lead",
                          "Focus over the next place",
                          "How many times the contrast of the best rival",
                          1,
                          3,
                          1.2F,
                          Unit::times};

}  // namespace

PlanPanel::PlanPanel(Session& session, const ValuesMeter& values, Canvas& canvas, QWidget* parent)
    : QWidget(parent), session_(session), values_(values), canvas_(canvas) {
    build();
    connect(&session_.document, &Document::changed, this, &PlanPanel::refresh);
    connect(&values_, &ValuesMeter::changed, this, &PlanPanel::refresh);
    connect(&session_.choices, &Choices::scale_changed, this, &PlanPanel::refresh);
    connect(&canvas_, &Canvas::placing_changed, this, &PlanPanel::refresh);
    refresh();
}

void PlanPanel::build() {
    range_ = action_button("plan_range", tr("Plan"),
                           tr("Plan a range, or plan none. Its ends are dragged on the ladder"));
    range_->setCheckable(true);
    range_text_ = hint_label();
    key_ = choice_button("plan_key", {}, tr("Where most of the picture is to lie on the scale"));
    auto* keys = new QMenu(this);
    fill_keys(keys);
    key_->setMenu(keys);
    shares_ = action_button("plan_shares", tr("Plan"),
                            tr("Plan how much of the picture each shape is to have, or plan none"));
    shares_->setCheckable(true);
    lead_on_ = action_button("plan_lead", tr("Plan"), tr("Plan the lead of the focus, or none"));
    lead_on_->setCheckable(true);
    lead_ = new BarSlider(kLead);
    place_focus_ = action_button(
        "place_focus", tr("Place a focus"),
        tr("Press where the eye should go and drag to size it. A focus is moved by its middle and "
           "sized by its rim; Delete removes it. The first one leads"));
    foci_text_ = hint_label();

    const auto titled = [](const QString& title, QWidget* button, QLabel* text) {
        auto* row = new QHBoxLayout;
        row->setSpacing(scaled(8));
        auto* label = group_title(title);
        label->setFixedWidth(scaled(76));
        row->addWidget(label);
        row->addWidget(button);
        if (text != nullptr) row->addWidget(text, 1);
        if (text == nullptr) row->addStretch(1);
        return row;
    };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(7));
    column->addLayout(titled(tr("Range"), range_, range_text_));
    column->addLayout(titled(tr("Key"), key_, nullptr));
    column->addLayout(titled(tr("Shapes"), shares_, nullptr));
    auto* shares = new QHBoxLayout;
    shares->setSpacing(scaled(12));
    for (std::size_t i = 0; i < 5; ++i) {
        auto* slider = new BarSlider(kShare);
        slider->setObjectName(QStringLiteral("share_%1").arg(i));
        connect(slider, &BarSlider::moved, this, [this, i](float share) { move_share(i, share); });
        connect(slider, &BarSlider::released, &session_.document, &Document::end_gesture);
        share_sliders_.push_back(slider);
        shares->addWidget(slider, 1);
    }
    column->addLayout(shares);
    column->addLayout(titled(tr("Focus"), place_focus_, foci_text_));
    auto* lead = new QHBoxLayout;
    lead->setSpacing(scaled(8));
    lead->addWidget(lead_, 1);
    lead->addWidget(lead_on_, 0, Qt::AlignBottom);
    column->addLayout(lead);
    column->addStretch(1);

    connect(range_, &QPushButton::clicked, this, &PlanPanel::plan_range);
    connect(shares_, &QPushButton::clicked, this, &PlanPanel::plan_shares);
    connect(lead_on_, &QPushButton::clicked, this, [this](bool on) {
        change(on ? tr("Plan a lead") : tr("Plan no lead"), [&](Plan& plan) {
            plan.lead = on ? std::optional<double>(lead_->value()) : std::nullopt;
        });
    });
    connect(lead_, &BarSlider::moved, this, [this](float lead_wanted) {
        change(
            tr("Plan a lead"), [&](Plan& plan) { plan.lead = lead_wanted; },
            QStringLiteral("lead"));
    });
    connect(lead_, &BarSlider::released, &session_.document, &Document::end_gesture);
    connect(place_focus_, &QPushButton::clicked, &canvas_, &Canvas::begin_placing_focus);
}

template <class Change>
void PlanPanel::change(const QString& what, Change change, const QString& gesture) {
    if (!session_.document.has_painting()) return;
    Plan plan = session_.document.painting().plan;
    change(plan);
    session_.document.change(what, with_plan(session_.document.painting(), std::move(plan)),
                             gesture);
}

void PlanPanel::fill_keys(QMenu* menu) {
    const auto add = [&](const QString& label, std::optional<Key> key) {
        connect(menu->addAction(label), &QAction::triggered, this,
                [this, key] { change(tr("Plan a key"), [&](Plan& plan) { plan.key = key; }); });
    };
    add(tr("not planned"), std::nullopt);
    for (const Key key : {Key::low, Key::middle, Key::high}) add(from_view(name_of(key)), key);
}

void PlanPanel::plan_range(bool on) {
    const auto figures = values_.figures();
    change(on ? tr("Plan a range") : tr("Plan no range"), [&](Plan& plan) {
        plan.range = on && figures ? std::optional(range_of(figures->steps)) : std::nullopt;
    });
    refresh();
}

/// It begins as the picture is.
void PlanPanel::plan_shares(bool on) {
    const auto figures = values_.figures();
    change(on ? tr("Plan the shapes") : tr("Plan no shapes"), [&](Plan& plan) {
        if (on && figures)
            plan.shares[count_] = shape_shares(figures->steps, plan.splits.of(count_));
        else
            plan.shares.erase(count_);
    });
    refresh();
}

/// The others keep their proportions.
void PlanPanel::move_share(std::size_t shape, float share) {
    change(
        tr("Plan the shapes"),
        [&](Plan& plan) {
            ShapeShares& shares = plan.shares[count_];
            if (shares.size() != number_of(count_)) shares.assign(number_of(count_), 0.0);
            const double rest = 1 - shares[shape], others = static_cast<double>(shares.size() - 1);
            for (std::size_t i = 0; i < shares.size(); ++i)
                if (i != shape)
                    shares[i] = rest > 1e-9 ? shares[i] / rest * (1 - static_cast<double>(share))
                                            : (1 - static_cast<double>(share)) / others;
            shares[shape] = share;
        },
        QStringLiteral("share %1").arg(shape));
}

void PlanPanel::set_shapes(ShapeCount count) {
    count_ = count;
    refresh();
}

void PlanPanel::refresh() {
    const bool any = session_.document.has_painting();
    setEnabled(any);
    if (!any) return;
    const Plan& plan = session_.document.painting().plan;
    const auto checked = [](QPushButton* button, bool on) {
        button->setChecked(on);
        button->setText(on ? tr("Planned") : tr("Plan"));
    };
    checked(range_, plan.range.has_value());
    checked(shares_, plan.shares.contains(count_));
    checked(lead_on_, plan.lead.has_value());
    range_text_->setText(plan.range
                             ? tr("%1 to %2, dragged on the ladder")
                                   .arg(session_.choices.said(plan.range->darkest), 0, 'f', 1)
                                   .arg(session_.choices.said(plan.range->lightest), 0, 'f', 1)
                             : tr("not planned; it begins as the picture is"));
    show_choice(key_, plan.key ? from_view(name_of(*plan.key)) : tr("not planned"));
    const auto planned = plan.shares.find(count_);
    for (std::size_t i = 0; i < share_sliders_.size(); ++i) {
        const bool shown = planned != plan.shares.end() && i < number_of(count_);
        share_sliders_[i]->setVisible(shown);
        if (!shown) continue;
        share_sliders_[i]->set_label(from_view(name_of_shape(count_, i)));
        share_sliders_[i]->set_value(static_cast<float>(planned->second[i]));
    }
    if (plan.lead) lead_->set_value(static_cast<float>(*plan.lead));
    place_focus_->setEnabled(plan.foci.size() < FocusTool::kMostFoci);
    if (canvas_.placing_focus())
        foci_text_->setText(tr("Press on the picture and drag to size it. Escape gives it up."));
    else if (plan.foci.empty())
        foci_text_->setText(tr("none yet; the first one leads"));
    else
        foci_text_->setText(tr("%1 of %2 placed").arg(plan.foci.size()).arg(FocusTool::kMostFoci));
}

}  // namespace underpaint
