// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/value_pass_panel.h"

#include <QListWidget>

#include "desk/bar_slider.h"
#include "desk/curve_editor.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "desk/panel.h"
#include "desk/words.h"
#include "painting/changes.h"
#include "painting/value_curves.h"

namespace underpaint {
namespace {

constexpr Parameter kBrushSize{
    "brush_size", "Brush size", "Radius at full pressure. Keys: [ and ]", 1, 1500,
    60,           Unit::pixels};
constexpr Parameter kBrushFlow{"brush_flow", "Flow", "How much one touch lays on at full pressure",
                               0.01F,        1,      0.1F};
constexpr Parameter kBrushHardness{
    "brush_hardness", "Hardness", "Share of the brush that lays on evenly", 0, 1, 0};
constexpr double kUsualShift = 0.8;  // steps that a new lift or deepen moves the middle
constexpr int kMostRows = 4;

/// Where it lands, in a word or two.
QString landing_of(const Painting& painting, const Pass& pass) {
    const QString parts =
        pass.reach.parts.empty() ? QString() : parts_in_words(painting, pass.reach);
    if (!pass.reach.painted) return parts.isEmpty() ? QObject::tr("everywhere") : parts;
    return parts.isEmpty() ? QObject::tr("painted") : QObject::tr("painted in %1").arg(parts);
}

}  // namespace

ValuePassPanel::ValuePassPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
                               QWidget* parent)
    : QWidget(parent), session_(session), values_(values), canvas_(canvas) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(8));
    list_ = new QListWidget;
    list_->setObjectName(QStringLiteral("value_passes"));
    list_->setAccessibleName(tr("Value passes"));
    list_->setToolTip(
        tr("In the order they are laid, the first at the top. The box switches one "
           "off and on"));
    list_->setStyleSheet(
        QStringLiteral("QListWidget::item { height: %1px; border-bottom: 1px solid %2; }"
                       "QListWidget::item:selected { background: %3; color: %4; }"
                       "QListWidget::indicator { width: 9px; height: 9px; border: 1px solid %5; }"
                       "QListWidget::indicator:checked { background: %6; }")
            .arg(scaled(25))
            .arg(greys().rule.name(), greys().chosen.name(), greys().strong.name(),
                 greys().secondary.name(), greys().text.name()));
    empty_ =
        hint_label(tr("Lift or deepen where you paint, set the range of the whole, soften or "
                      "sharpen an edge. Each can be switched off to see what it did; sealing "
                      "freezes what they make."));
    column->addWidget(lay_row());
    column->addWidget(empty_);
    column->addWidget(list_);
    column->addWidget(settings());
    column->addStretch(1);

    connect(list_, &QListWidget::currentRowChanged, this, [this](int row) {
        choose(row < 0 ? std::nullopt : std::optional(static_cast<std::size_t>(row)));
    });
    connect(list_, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        const auto index = static_cast<std::size_t>(list_->row(item));
        Pass changed = session_.painting().values.at(index);
        changed.on = item->checkState() == Qt::Checked;
        session_.change(changed.on ? tr("Switch a value pass on") : tr("Switch a value pass off"),
                        with_changed_pass(session_.painting(), index, changed, Stage::values));
    });
    connect(&session_, &Session::begun, this, [this] {
        const Size size = session_.painting().size();
        Brush brush = canvas_.brush().brush();
        brush.radius = std::max(4, std::max(size.width, size.height) / 40);
        canvas_.brush().set_brush(brush);
        choose(std::nullopt);
    });
    connect(&session_, &Session::painting_changed, this, &ValuePassPanel::refresh);
    connect(&canvas_, &Canvas::tool_changed, this, &ValuePassPanel::refresh_brush);
    connect(&canvas_.brush(), &BrushTool::brush_changed, this, &ValuePassPanel::refresh_brush);
    connect(&values_, &ValuesMeter::changed, this,
            [this] { range_->setEnabled(values_.figures() != nullptr); });
    refresh();
    refresh_brush();
}

QWidget* ValuePassPanel::lay_row() {
    auto* lift =
        action_button("lay_lift", tr("Lift"), tr("Lighten by a curve where you then paint"));
    auto* deepen =
        action_button("lay_deepen", tr("Deepen"), tr("Darken by a curve where you then paint"));
    range_ =
        action_button("lay_range", tr("Set range"),
                      tr("Stretch the whole picture to the darkest and lightest of your plan"));
    auto* soften = action_button("lay_soften", tr("Soften"),
                                 tr("Blur along an edge that you then paint over"));
    auto* sharpen = action_button("lay_sharpen", tr("Sharpen"),
                                  tr("Steepen along an edge that you then paint over"));
    connect(lift, &QPushButton::clicked, this, [this] {
        lay(tr("Lift"), Curve{shift_curve(kUsualShift), {}, {}, {}}, Intent::lift, true);
    });
    connect(deepen, &QPushButton::clicked, this, [this] {
        lay(tr("Deepen"), Curve{shift_curve(-kUsualShift), {}, {}, {}}, Intent::deepen, true);
    });
    connect(range_, &QPushButton::clicked, this, &ValuePassPanel::lay_range);
    const auto sharpness = [this](float amount) {
        const Size size = session_.painting().size();
        const auto radius = static_cast<float>(std::max(size.width, size.height)) / 400;
        return Sharpness{kSharpnessRadius.clamp(radius), amount};
    };
    connect(soften, &QPushButton::clicked, this,
            [this, sharpness] { lay(tr("Soften"), sharpness(-1), Intent::reshape, true); });
    connect(sharpen, &QPushButton::clicked, this,
            [this, sharpness] { lay(tr("Sharpen"), sharpness(1), Intent::reshape, true); });
    auto* box = new QWidget;
    auto* row = button_row({lift, deepen, range_, soften, sharpen});
    row->setContentsMargins(0, 0, 0, 0);
    box->setLayout(row);
    return box;
}

QWidget* ValuePassPanel::settings() {
    curve_ = new CurveEditor;
    strength_ = new BarSlider(kStrength);
    strength_->setObjectName(QStringLiteral("value_strength"));
    radius_ = new BarSlider(kSharpnessRadius);
    amount_ = new BarSlider(kSharpnessAmount);
    reach_ = hint_label();
    reach_->setWordWrap(false);
    paint_ = action_button("paint_reach", tr("Paint"), tr("Paint where the pass lands"));
    take_off_ = action_button("take_off_reach", tr("Take off"), tr("Take off what was painted"));
    everywhere_ = action_button("reach_everywhere", tr("Everywhere"),
                                tr("Forget what was painted: the pass lands on the whole of its "
                                   "reach"));
    for (QPushButton* button : {paint_, take_off_}) button->setCheckable(true);
    up_ = action_button("value_pass_up", QStringLiteral("↑"), tr("Lay it earlier"));
    down_ = action_button("value_pass_down", QStringLiteral("↓"), tr("Lay it later"));
    up_->setAccessibleName(tr("Lay earlier"));
    down_->setAccessibleName(tr("Lay later"));
    remove_ = action_button("remove_value_pass", tr("Remove"), tr("Remove the chosen value pass"));

    connect(curve_, &CurveEditor::moved, this, [this](const CurvePoints& points) {
        change(
            tr("Bend the curve"),
            [&](Pass& p) {
                p.source = Curve{points, {}, {}, {}};
            },
            QStringLiteral("curve"));
    });
    connect(strength_, &BarSlider::moved, this, [this](float v) {
        change(
            tr("Change strength"), [&](Pass& p) { p.strength = v; }, QStringLiteral("strength"));
    });
    const auto sharpness = [this](BarSlider* slider, float Sharpness::*member,
                                  const char* gesture) {
        connect(slider, &BarSlider::moved, this, [this, member, gesture](float v) {
            change(
                tr("Change sharpness"), [&](Pass& p) { std::get<Sharpness>(p.source).*member = v; },
                QString::fromLatin1(gesture));
        });
    };
    sharpness(radius_, &Sharpness::radius, "radius");
    sharpness(amount_, &Sharpness::amount, "amount");
    for (const BarSlider* slider : {strength_, radius_, amount_})
        connect(slider, &BarSlider::released, &session_, &Session::end_gesture);
    connect(curve_, &CurveEditor::released, &session_, &Session::end_gesture);
    connect(paint_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up_brush(false) : canvas_.put_down(); });
    connect(take_off_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up_brush(true) : canvas_.put_down(); });
    connect(everywhere_, &QPushButton::clicked, this, [this] {
        canvas_.put_down();
        change(tr("Land everywhere"), [](Pass& p) { p.reach.painted = nullptr; });
    });
    connect(up_, &QPushButton::clicked, this, [this] { move_chosen(-1); });
    connect(down_, &QPushButton::clicked, this, [this] { move_chosen(1); });
    connect(remove_, &QPushButton::clicked, this, [this] {
        const std::size_t index = *chosen_;
        choose(std::nullopt);
        session_.change(tr("Remove a value pass"),
                        without_pass(session_.painting(), index, Stage::values));
    });

    settings_ = new QWidget;
    auto* column = new QVBoxLayout(settings_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    auto* sliders = new QVBoxLayout;
    sliders->setSpacing(0);
    for (BarSlider* slider : {strength_, radius_, amount_}) sliders->addWidget(slider);
    sliders->addStretch(1);
    auto* upper = new QHBoxLayout;
    upper->setSpacing(scaled(14));
    upper->addWidget(curve_, 3);
    upper->addLayout(sliders, 2);
    column->addLayout(upper);
    auto* reach = button_row({paint_, take_off_, everywhere_});
    reach->addWidget(up_);
    reach->addWidget(down_);
    reach->addWidget(remove_);
    column->addLayout(reach);
    column->addWidget(brush_row());
    return settings_;
}

QWidget* ValuePassPanel::brush_row() {
    size_ = new BarSlider(kBrushSize);
    flow_ = new BarSlider(kBrushFlow);
    hardness_ = new BarSlider(kBrushHardness);
    simulate_ = action_button("simulate_pen", tr("Pressure from speed"),
                              tr("For those without a pen: the mouse presses harder the slower it "
                                 "goes, as a simulated pen"));
    simulate_->setCheckable(true);
    const auto connect_to = [this](BarSlider* slider, double Brush::*member) {
        connect(slider, &BarSlider::moved, this, [this, member](float value) {
            Brush brush = canvas_.brush().brush();
            brush.*member = value;
            canvas_.brush().set_brush(brush);
            canvas_.update();
        });
    };
    connect_to(size_, &Brush::radius);
    connect_to(flow_, &Brush::flow);
    connect_to(hardness_, &Brush::hardness);
    connect(simulate_, &QPushButton::toggled, this, [this](bool on) { pen_.watch(canvas_, on); });
    brush_row_ = new QWidget;
    auto* column = new QVBoxLayout(brush_row_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(4));
    auto* sliders = new QHBoxLayout;
    sliders->setSpacing(scaled(14));
    for (BarSlider* slider : {size_, flow_, hardness_}) sliders->addWidget(slider, 1);
    column->addLayout(sliders);
    auto* pen = button_row({simulate_});
    pen->addWidget(reach_);
    column->addLayout(pen);
    return brush_row_;
}

void ValuePassPanel::lay(const QString& name, Source source, Intent intent, bool painted) {
    if (!session_.has_painting()) return;
    Pass pass;
    pass.name = name.toStdString();
    pass.source = std::move(source);
    pass.blend = BlendMode::normal;
    pass.intent = intent;
    if (painted) pass.reach.painted = unpainted(session_.painting().size());
    session_.change(tr("Lay %1").arg(name), with_pass(session_.painting(), pass, Stage::values));
    choose(session_.painting().values.size() - 1);
    if (painted) take_up_brush(false);
}

void ValuePassPanel::lay_range() {
    const auto figures = values_.figures();
    if (!session_.has_painting() || !figures) return;
    const Range is = range_of(figures->steps);
    const Range wanted = session_.painting().plan.range.value_or(Range{1.5, 9});
    lay(tr("Set range"), Curve{range_curve(is, wanted), {}, {}, {}}, Intent::reshape, false);
}

const Pass* ValuePassPanel::pass() const {
    if (!chosen_ || !session_.has_painting()) return nullptr;
    const auto& values = session_.painting().values;
    return *chosen_ < values.size() ? &values[*chosen_] : nullptr;
}

template <class Change>
void ValuePassPanel::change(const QString& what, Change change, const QString& gesture) {
    if (pass() == nullptr) return;
    Pass changed = *pass();
    change(changed);
    session_.change(
        what, with_changed_pass(session_.painting(), *chosen_, std::move(changed), Stage::values),
        gesture.isEmpty() ? gesture : QStringLiteral("value %1 %2").arg(gesture).arg(*chosen_));
}

void ValuePassPanel::move_chosen(int by) {
    const std::size_t from = *chosen_, to = from + static_cast<std::size_t>(by);
    session_.change(tr("Reorder value passes"),
                    with_pass_moved(session_.painting(), from, to, Stage::values));
    choose(to);
}

void ValuePassPanel::choose(std::optional<std::size_t> pass) {
    if (chosen_ != pass) canvas_.put_down();
    chosen_ = pass;
    canvas_.brush().set_pass(pass);
    {
        const QSignalBlocker quiet(list_);
        list_->setCurrentRow(pass ? static_cast<int>(*pass) : -1);
    }
    refresh_settings();
}

void ValuePassPanel::take_up_brush(bool takes_off) {
    Brush brush = canvas_.brush().brush();
    brush.takes_off = takes_off;
    canvas_.brush().set_brush(brush);
    canvas_.show_only(nullptr);
    canvas_.take_up(Canvas::Tool::brush);
    refresh_brush();
}

void ValuePassPanel::refresh() {
    setEnabled(session_.has_painting());
    refresh_rows();
    if (chosen_ && pass() == nullptr) choose(std::nullopt);
    refresh_settings();
}

void ValuePassPanel::refresh_rows() {
    std::vector<std::pair<QString, bool>> rows;
    if (session_.has_painting())
        for (const Pass& pass : session_.painting().values)
            rows.emplace_back(
                QStringLiteral("%1   ·   %2")
                    .arg(QString::fromStdString(pass.name), landing_of(session_.painting(), pass)),
                pass.on);
    empty_->setVisible(rows.empty());
    list_->setVisible(!rows.empty());
    if (rows == listed_) return;
    listed_ = rows;
    const QSignalBlocker quiet(list_);
    const auto count = static_cast<int>(rows.size());
    while (list_->count() > count) delete list_->takeItem(list_->count() - 1);
    while (list_->count() < count) list_->addItem(QString());
    for (int i = 0; i < count; ++i) {
        const auto& [text, on] = rows[static_cast<std::size_t>(i)];
        QListWidgetItem* item = list_->item(i);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
        item->setText(text);
        item->setForeground(on ? greys().text : greys().secondary);
    }
    list_->setCurrentRow(chosen_ ? static_cast<int>(*chosen_) : -1);
    list_->setFixedHeight(std::clamp(count, 1, kMostRows) * scaled(26) + scaled(3));
}

void ValuePassPanel::refresh_settings() {
    const Pass* now = pass();
    settings_->setVisible(now != nullptr);
    if (now == nullptr) return;
    const auto* curve = std::get_if<Curve>(&now->source);
    const auto* sharpness = std::get_if<Sharpness>(&now->source);
    curve_->setVisible(curve != nullptr);
    if (curve != nullptr) curve_->set_curve(curve->all);
    for (BarSlider* slider : {radius_, amount_}) slider->setVisible(sharpness != nullptr);
    if (sharpness != nullptr) {
        radius_->set_value(sharpness->radius);
        amount_->set_value(sharpness->amount);
    }
    strength_->set_value(now->strength);
    everywhere_->setEnabled(now->reach.painted != nullptr);
    up_->setEnabled(*chosen_ > 0);
    down_->setEnabled(*chosen_ + 1 < session_.painting().values.size());
    reach_->setText(now->reach.painted ? QString() : tr("Lands everywhere until you paint"));
}

void ValuePassPanel::refresh_brush() {
    const bool painting = canvas_.tool() == Canvas::Tool::brush;
    const Brush& brush = canvas_.brush().brush();
    paint_->setChecked(painting && !brush.takes_off);
    take_off_->setChecked(painting && brush.takes_off);
    size_->set_value(static_cast<float>(brush.radius));
    flow_->set_value(static_cast<float>(brush.flow));
    hardness_->set_value(static_cast<float>(brush.hardness));
    brush_row_->setVisible(painting);
}

}  // namespace underpaint
