// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/plan_panel.h"

#include <QMenu>
#include <algorithm>

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

/// From which step on a part is reserved, on the scale that steps are said on.
Parameter reserved_from(ValueScale scale) {
    const auto said = [&](double step) { return static_cast<float>(on_scale(step, scale)); };
    return {"reserved_from",
            "",
            "What of the part was sealed at this step or lighter stays bare; at the dark end, all "
            "of it",
            said(1),
            said(9),
            said(1),
            Unit::steps};
}

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
    reserved_ = choice_button("plan_reserved", {},
                              tr("Parts that colour passes are to leave bare, so that they stay "
                                 "the lightest. A pass that "
                                 "covers or tints them is found"));
    auto* parts = new QMenu(this);
    connect(parts, &QMenu::aboutToShow, this, &PlanPanel::fill_reserved);
    reserved_->setMenu(parts);

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
    column->addLayout(titled(tr("Reserved"), reserved_, nullptr));
    reserved_rows_ = new QVBoxLayout;
    reserved_rows_->setSpacing(scaled(7));
    column->addLayout(reserved_rows_);
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

void PlanPanel::fill_reserved() {
    QMenu* menu = reserved_->menu();
    menu->clear();
    const Painting& painting = session_.document.painting();
    for (const Part& part : painting.parts) {
        QAction* action = menu->addAction(shown_on_button(part.name));
        action->setCheckable(true);
        action->setChecked(painting.plan.reserved.contains(part.id));
        connect(action, &QAction::triggered, this, [this, id = part.id](bool on) {
            change(on ? tr("Reserve a part") : tr("Reserve a part no longer"), [&](Plan& plan) {
                if (on)
                    plan.reserved[id] = 1;
                else
                    plan.reserved.erase(id);
            });
        });
    }
}

/// A row for each reserved part, made anew only where others are.
void PlanPanel::lay_out_reserved(const std::vector<PartId>& parts) {
    const ValueScale scale = session_.choices.scale();
    if (reserved_on_ == scale && std::ranges::equal(parts, reserved_from_, {}, {},
                                                    [](const auto& row) { return row.first; }))
        return;
    for (const auto& [part, slider] : reserved_from_) {
        reserved_rows_->removeWidget(slider);
        slider->hide();
        slider->deleteLater();
    }
    reserved_from_.clear();
    reserved_on_ = scale;
    for (const PartId part : parts) {
        auto* slider = new BarSlider(reserved_from(scale));
        slider->setObjectName(QStringLiteral("reserved_%1").arg(part));
        connect(slider, &BarSlider::moved, this, [this, part, scale](float from) {
            change(
                tr("Reserve what is lighter"),
                [&](Plan& plan) {
                    plan.reserved[part] = from_scale(static_cast<double>(from), scale);
                },
                QStringLiteral("reserved %1").arg(part));
        });
        connect(slider, &BarSlider::released, &session_.document, &Document::end_gesture);
        reserved_rows_->addWidget(slider);
        reserved_from_.emplace_back(part, slider);
    }
}

void PlanPanel::show_reserved() {
    const Painting& painting = session_.document.painting();
    std::vector<PartId> parts;
    QStringList names;
    for (const Part& part : painting.parts)
        if (painting.plan.reserved.contains(part.id))
            parts.push_back(part.id), names << shown_on_button(part.name);
    reserved_->setEnabled(!painting.parts.empty());
    show_choice(reserved_, painting.parts.empty() ? tr("no parts yet")
                           : names.isEmpty()      ? tr("nothing")
                           : names.size() <= 2    ? names.join(tr(" and "))
                                                  : tr("%1 parts").arg(names.size()));
    lay_out_reserved(parts);
    for (const auto& [part, slider] : reserved_from_) {
        const double from = painting.plan.reserved.at(part);
        const QString name = shown_on_button(painting.part(part)->name);
        slider->set_label(from > 1 ? tr("%1, lighter than").arg(name)
                                   : tr("%1, all of it").arg(name));
        slider->set_value(static_cast<float>(on_scale(from, reserved_on_)));
    }
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
    show_reserved();
    place_focus_->setEnabled(plan.foci.size() < FocusTool::kMostFoci);
    if (canvas_.placing_focus())
        foci_text_->setText(tr("Press on the picture and drag to size it. Escape gives it up."));
    else if (plan.foci.empty())
        foci_text_->setText(tr("none yet; the first one leads"));
    else
        foci_text_->setText(tr("%1 of %2 placed").arg(plan.foci.size()).arg(FocusTool::kMostFoci));
}

}  // namespace underpaint
