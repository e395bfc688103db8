// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/curves_editor.h"

#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QVBoxLayout>

#include "colour/reader.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/palette_offer.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr float kToned = 0.35F;  // share of the two colours in the toned curve
constexpr const char* kChannelNames[] = {
    QT_TRANSLATE_NOOP("CurvesEditor", "All"), QT_TRANSLATE_NOOP("CurvesEditor", "R"),
    QT_TRANSLATE_NOOP("CurvesEditor", "G"), QT_TRANSLATE_NOOP("CurvesEditor", "B")};

double step_of_value(float v) {
    return static_cast<double>(step_of(read(Reader::lightness, grey(v))));
}

}  // namespace

CurvesEditor::CurvesEditor(const EditorDesk& desk)
    : PassEditor(desk), job_(this, Urgency::beside, "the steps behind a curve") {
    plot_ = new CurvePlot;
    effect_ = new CurveEffect;
    auto* plots = new QHBoxLayout;
    plots->setSpacing(scaled(10));
    plots->addWidget(plot_, 3);
    plots->addWidget(effect_, 2);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addLayout(channel_row());
    column->addLayout(plots, 1);
    column->addLayout(tone_row());
    connect(plot_, &CurvePlot::moved, this, [this](const CurvePoints& points) {
        change(
            tr("Bend the curve"), [&](Curve& curve) { points_of(curve, channel_) = points; },
            QStringLiteral("curve"));
    });
    connect(plot_, &CurvePlot::released, this, [this] { edits().end_gesture(); });
    connect(plot_, &CurvePlot::point_chosen, this, &CurvesEditor::show_point);
}

QLayout* CurvesEditor::channel_row() {
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(4));
    for (std::size_t i = 0; i < kCurveChannels; ++i) {
        const auto channel = static_cast<CurveChannel>(i);
        const QByteArray name = QByteArray("channel_") + QByteArray(kChannelNames[i]).toLower();
        auto* button =
            action_button(name.constData(), tr(kChannelNames[i]),
                          i == 0 ? tr("The curve of all three channels, which comes first")
                                 : tr("The curve of one channel alone"));
        button->setProperty("role", "lens");
        button->setCheckable(true);
        connect(button, &QPushButton::clicked, this, [this, channel] { show_channel(channel); });
        channels_[i] = button;
        row->addWidget(button);
    }
    auto* straight =
        action_button("straighten", tr("Straighten"), tr("This curve as if untouched"));
    connect(straight, &QPushButton::clicked, this, [this] {
        change(tr("Straighten a curve"), [&](Curve& curve) { points_of(curve, channel_).clear(); });
    });
    row->addStretch(1);
    for (auto [field, label] : {std::pair(&in_, tr("In")), std::pair(&out_, tr("Out"))}) {
        *field = new QLineEdit;
        (*field)->setObjectName(QStringLiteral("curve_") + label.toLower());
        (*field)->setAccessibleName(label);
        (*field)->setFont(figure_font());
        (*field)->setFixedWidth(scaled(38));
        row->addWidget(hint_label(label));
        row->addWidget(*field);
        connect(*field, &QLineEdit::editingFinished, this, &CurvesEditor::take_point);
    }
    row->addWidget(straight);
    return row;
}

/// Two colours that set the channels' curves.
QLayout* CurvesEditor::tone_row() {
    shadows_ = new ColourButton;
    shadows_->set_offer(palette_offer(edits().session()));
    shadows_->setObjectName(QStringLiteral("tone_shadows"));
    shadows_->setToolTip(tr("The colour that shadows go toward, values kept"));
    shadows_->set_colour({0.20F, 0.25F, 0.45F});
    lights_ = new ColourButton;
    lights_->set_offer(palette_offer(edits().session()));
    lights_->setObjectName(QStringLiteral("tone_lights"));
    lights_->setToolTip(tr("The colour that lights go toward, values kept"));
    lights_->set_colour({0.95F, 0.80F, 0.55F});
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    for (ColourButton* button : {shadows_, lights_}) {
        button->setFixedSize(scaled(26), scaled(22));
        row->addWidget(hint_label(button == shadows_ ? tr("Shadows toward") : tr("Lights toward")));
        row->addWidget(button);
        connect(button, &ColourButton::picked, this, [this] { tone(QStringLiteral("tone")); });
        connect(button, &ColourButton::released, this, [this] { edits().end_gesture(); });
    }
    auto* set = action_button("set_tone", tr("Set curves"),
                              tr("Set the three channels so that neutrals go toward these two"));
    connect(set, &QPushButton::clicked, this, [this] { tone({}); });
    row->addWidget(set);
    row->addStretch(1);
    return row;
}

void CurvesEditor::change(const QString& what, const Change& change, const QString& gesture) {
    if (edits().source<Curve>() == nullptr) return;
    edits().change(
        what, [&](Pass& p) { change(std::get<Curve>(p.source)); }, gesture);
}

void CurvesEditor::tone(const QString& gesture) {
    change(
        tr("Shadows and lights toward"),
        [&](Curve& curve) {
            curve = toned_curve(curve, shadows_->colour(), lights_->colour(), kToned);
        },
        gesture);
}

void CurvesEditor::show_channel(CurveChannel channel) {
    channel_ = channel;
    if (const Pass* pass = edits().pass()) show_pass(*pass);
}

void CurvesEditor::show_pass(const Pass& pass) {
    const auto& curve = std::get<Curve>(pass.source);
    for (std::size_t i = 0; i < kCurveChannels; ++i)
        channels_[i]->setChecked(i == static_cast<std::size_t>(channel_));
    plot_->set_curve(curve, channel_);
    effect_->set_curve(curve, pass.strength);
    show_point();
    measure_parts();
}

void CurvesEditor::show_point() {
    const auto* curve = edits().source<Curve>();
    if (curve == nullptr) return;
    const CurvePoint point = with_ends(points_of(*curve, channel_))[plot_->chosen()];
    for (const auto& [field, value] : {std::pair(in_, point.in), std::pair(out_, point.out)})
        if (!field->hasFocus() || !field->isModified())
            field->setText(QString::number(step_of_value(value), 'f', 2));
}

void CurvesEditor::take_point() {
    const auto* curve = edits().source<Curve>();
    if (curve == nullptr || (!in_->isModified() && !out_->isModified())) return;
    bool has_in = false, has_out = false;
    const double in = step_from_words(in_->text(), &has_in);
    const double out = step_from_words(out_->text(), &has_out);
    in_->setModified(false), out_->setModified(false);
    if (has_in && has_out) {
        CurvePoints points = with_ends(points_of(*curve, channel_));
        points[plot_->chosen()] = curve_point(in, out);
        change(tr("Bend the curve"), [&](Curve& c) { points_of(c, channel_) = points; });
    }
    show_point();
}

/// What lies below the pass does not change while its curve does.
void CurvesEditor::measure_parts() {
    const auto place = edits().session().outlook.chosen_pass();
    if (!place) return;
    job_.start([this, painting = edits().session().document.painting(), upto = *place](
                   const std::stop_token& stop, const auto& deliver) {
        auto tones = part_tones(painting, upto, stop);
        if (!tones) return;
        std::vector<QString> names;
        for (const PartTones& tone : *tones) names.push_back(shown(painting.part(tone.part)->name));
        deliver([this, tones = std::move(*tones), names = std::move(names)] {
            effect_->set_parts(tones, names);
        });
    });
}

// --- what it does to colours

CurveEffect::CurveEffect(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("curve_effect"));
    setAccessibleName(tr("What the curves make of neutrals and of parts"));
    setToolTip(
        tr("Upper row before, lower row after: the steps of the scale, and below them each "
           "part's shadows and lights"));
    setMinimumWidth(scaled(120));
}

QSize CurveEffect::sizeHint() const {
    return {scaled(150), scaled(92)};
}

void CurveEffect::set_curve(const Curve& curve, float strength) {
    curve_ = curve, strength_ = strength;
    update();
}

void CurveEffect::set_parts(std::vector<PartTones> tones, std::vector<QString> names) {
    tones_ = std::move(tones), names_ = std::move(names);
    update();
}

Rgb CurveEffect::after(Rgb before) const {
    const Rgb full = *curve_.over(before);
    return {before.r + strength_ * (full.r - before.r), before.g + strength_ * (full.g - before.g),
            before.b + strength_ * (full.b - before.b)};
}

void CurveEffect::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const double high = scaled(11), wide = width() / 9.0;
    painter.drawText(QRect(0, 0, width(), scaled(14)), Qt::AlignVCenter, tr("Neutrals"));
    double y = scaled(16);
    for (int step = 1; step <= 9; ++step) {
        const Rgb before = grey(curve_point(step, step).in);
        painter.fillRect(QRectF((step - 1) * wide, y, wide - 1, high), qcolor(before));
        painter.fillRect(QRectF((step - 1) * wide, y + high, wide - 1, high),
                         qcolor(after(before)));
    }
    y += 2 * high + scaled(6);
    const double box = scaled(24);
    for (std::size_t i = 0; i < tones_.size() && y + 2 * high <= height(); ++i) {
        double x = 0;
        for (const Rgb before : {tones_[i].shadows, tones_[i].lights}) {
            painter.fillRect(QRectF(x, y, box, high), qcolor(before));
            painter.fillRect(QRectF(x, y + high, box, high), qcolor(after(before)));
            x += box + 2;
        }
        painter.drawText(QRectF(x + scaled(5), y, width() - x - scaled(5), 2 * high),
                         Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(
                             names_[i], Qt::ElideRight, static_cast<int>(width() - x) - scaled(5)));
        y += 2 * high + scaled(4);
    }
}

}  // namespace underpaint
