// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/value_pass_settings.h"

#include <QLineEdit>

#include "desk/kit/bar_slider.h"
#include "desk/kit/curve_editor.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/brush_settings.h"
#include "desk/panes/parts_menu.h"
#include "desk/panes/source_editor.h"
#include "desk/view/canvas.h"
#include "desk/work/reach_words.h"
#include "painting/changes.h"

namespace underpaint {

ValuePassSettings::ValuePassSettings(Session& session, Canvas& canvas, QWidget* parent)
    : QWidget(parent), session_(session), canvas_(canvas) {
    auto* upper = new QHBoxLayout;
    upper->setSpacing(scaled(14));
    upper->addWidget(source_settings(), 3);
    upper->addWidget(common_settings(), 2);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addLayout(upper);
    column->addLayout(actions());
    column->addWidget(new BrushSettings(canvas_));
    connect(&session_.document, &Document::changed, this, &ValuePassSettings::refresh);
    connect(&session_.outlook, &Outlook::value_pass_chosen, this, &ValuePassSettings::take_chosen);
    connect(&canvas_, &Canvas::tool_changed, this, &ValuePassSettings::refresh_tools);
    connect(&canvas_.brush(), &BrushTool::brush_changed, this, &ValuePassSettings::refresh_tools);
    refresh();
    refresh_tools();
}

/// What depends on the source: a curve, or how a blur or sharpening is.
QWidget* ValuePassSettings::source_settings() {
    curve_ = new CurveEditor;
    connect(curve_, &CurveEditor::moved, this, [this](const CurvePoints& points) {
        change(
            tr("Bend the curve"),
            [&](Pass& p) {
                p.source = Curve{points, {}, {}, {}};
            },
            QStringLiteral("curve"));
    });
    connect(curve_, &CurveEditor::released, &session_.document, &Document::end_gesture);

    sharpness_ = new SourceEditor;
    connect(sharpness_, &SourceEditor::changed, this,
            [this](const Source& source, const QString& field) {
                change(
                    tr("Change sharpness"), [&](Pass& p) { p.source = source; }, field);
            });
    connect(sharpness_, &SourceEditor::released, &session_.document, &Document::end_gesture);

    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(curve_);
    column->addWidget(sharpness_);
    return box;
}

/// What every value pass has: a name, a strength, parts that it lands on.
QWidget* ValuePassSettings::common_settings() {
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("value_pass_name"));
    name_->setAccessibleName(tr("Name of the value pass"));
    name_->setFont(body_font(true));
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        if (!name_->isModified()) return;
        change(tr("Rename a value pass"), [&](Pass& p) { p.name = name_->text().toStdString(); });
    });
    strength_ = new BarSlider(kStrength);
    strength_->setObjectName(QStringLiteral("value_strength"));
    connect(strength_, &BarSlider::moved, this, [this](float v) {
        change(
            tr("Change strength"), [&](Pass& p) { p.strength = v; }, QStringLiteral("strength"));
    });
    connect(strength_, &BarSlider::released, &session_.document, &Document::end_gesture);
    parts_ = choice_button("value_lands_on", {},
                           tr("The parts that it reaches; what is painted counts within them"));
    auto* menu = new PartsMenu(
        session_,
        [this] { return pass() != nullptr ? pass()->reach.parts : std::vector<PartId>(); }, this);
    parts_->setMenu(menu);
    connect(menu, &PartsMenu::chosen, this, [this](const std::vector<PartId>& chosen) {
        change(tr("Change where it lands"), [&](Pass& p) { p.reach.parts = chosen; });
    });

    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(2));
    column->addWidget(name_);
    column->addWidget(strength_);
    column->addWidget(labelled(tr("Lands on"), parts_));
    column->addStretch(1);
    return box;
}

QLayout* ValuePassSettings::actions() {
    paint_ = action_button("paint_reach", tr("Paint"), tr("Paint where the pass lands"));
    take_off_ = action_button("take_off_reach", tr("Take off"), tr("Take off what was painted"));
    everywhere_ = action_button("reach_everywhere", tr("Everywhere"),
                                tr("Forget what was painted: the pass lands on the whole of its "
                                   "reach"));
    up_ = action_button("value_pass_up", QStringLiteral("↑"), tr("Lay it earlier"));
    down_ = action_button("value_pass_down", QStringLiteral("↓"), tr("Lay it later"));
    up_->setAccessibleName(tr("Lay earlier"));
    down_->setAccessibleName(tr("Lay later"));
    auto* remove =
        action_button("remove_value_pass", tr("Remove"), tr("Remove the chosen value pass"));
    for (const auto& [button, takes_off] : {std::pair(paint_, false), std::pair(take_off_, true)}) {
        button->setCheckable(true);
        connect(button, &QPushButton::clicked, this, [this, takes = takes_off](bool on) {
            on ? take_up_brush(takes) : canvas_.put_down();
        });
    }
    connect(everywhere_, &QPushButton::clicked, this, [this] {
        canvas_.put_down();
        change(tr("Land everywhere"), [](Pass& p) { p.reach.painted = nullptr; });
    });
    connect(up_, &QPushButton::clicked, this, [this] { move_chosen(-1); });
    connect(down_, &QPushButton::clicked, this, [this] { move_chosen(1); });
    connect(remove, &QPushButton::clicked, this, &ValuePassSettings::remove_chosen);
    auto* row = button_row({paint_, take_off_, everywhere_});
    for (QPushButton* button : {up_, down_, remove}) row->addWidget(button);
    return row;
}

const Pass* ValuePassSettings::pass() const {
    const auto chosen = session_.outlook.chosen_value_pass();
    return chosen ? &session_.document.painting().values[*chosen] : nullptr;
}

template <class Change>
void ValuePassSettings::change(const QString& what, Change change, const QString& gesture) {
    const auto chosen = session_.outlook.chosen_value_pass();
    if (!chosen) return;
    Pass changed = *pass();
    change(changed);
    session_.document.change(
        what,
        with_changed_pass(session_.document.painting(), *chosen, std::move(changed), Stage::values),
        gesture.isEmpty() ? gesture : QStringLiteral("value %1 %2").arg(gesture).arg(*chosen));
}

void ValuePassSettings::move_chosen(int by) {
    const auto chosen = session_.outlook.chosen_value_pass();
    if (!chosen) return;
    const std::size_t from = *chosen, to = from + static_cast<std::size_t>(by);
    session_.document.change(
        tr("Reorder value passes"),
        with_pass_moved(session_.document.painting(), from, to, Stage::values));
    session_.outlook.choose_value_pass(to);
}

void ValuePassSettings::remove_chosen() {
    const auto chosen = session_.outlook.chosen_value_pass();
    if (!chosen) return;
    session_.outlook.choose_value_pass(std::nullopt);
    session_.document.change(tr("Remove a value pass"),
                             without_pass(session_.document.painting(), *chosen, Stage::values));
}

/// Another pass puts the brush down.
void ValuePassSettings::take_chosen() {
    canvas_.put_down();
    const auto chosen = session_.outlook.chosen_value_pass();
    canvas_.brush().set_target(
        chosen ? std::optional(BrushTarget{BrushTarget::What::reach, Stage::values, *chosen})
               : std::nullopt);
    refresh();
}

void ValuePassSettings::take_up_brush(bool takes_off) {
    Brush brush = canvas_.brush().brush();
    brush.takes_off = takes_off;
    canvas_.brush().set_brush(brush);
    canvas_.show_only(nullptr);
    canvas_.take_up(Canvas::Tool::brush);
    refresh_tools();
}

void ValuePassSettings::refresh() {
    const Pass* now = pass();
    setVisible(now != nullptr);
    if (now == nullptr) return;
    if (!name_->hasFocus()) name_->setText(shown(now->name));
    const auto* curve = std::get_if<Curve>(&now->source);
    curve_->setVisible(curve != nullptr);
    if (curve != nullptr) curve_->set_curve(curve->all);
    sharpness_->show_source(now->source);
    strength_->set_value(now->strength);
    show_choice(parts_, parts_in_words(session_.document.painting(), now->reach));
    everywhere_->setEnabled(now->reach.painted != nullptr);
    const std::size_t index = *session_.outlook.chosen_value_pass();
    up_->setEnabled(index > 0);
    down_->setEnabled(index + 1 < session_.document.painting().values.size());
}

void ValuePassSettings::refresh_tools() {
    const bool painting = canvas_.tool() == Canvas::Tool::brush;
    const bool takes_off = canvas_.brush().brush().takes_off;
    paint_->setChecked(painting && !takes_off);
    take_off_->setChecked(painting && takes_off);
}

}  // namespace underpaint
