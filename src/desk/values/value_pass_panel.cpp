// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/value_pass_panel.h"

#include <QListWidget>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/values/value_pass_settings.h"
#include "desk/work/reach_words.h"
#include "painting/changes.h"
#include "terms/parameter.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr double kUsualShift = 0.8;  // steps by which a new lift or deepen moves the middle
constexpr int kMostBands = 4;

/// Where it lands, in a word or two.
QString landing_of(const Painting& painting, const Pass& pass) {
    const QString parts = pass.reach.has_parts() ? parts_in_words(painting, pass.reach) : QString();
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
    empty_ =
        hint_label(tr("Lift or deepen where you paint, set the range of the whole, soften or "
                      "sharpen an edge. Each can be switched off to see what it did; sealing "
                      "freezes what they make."));
    settings_ = new ValuePassSettings(session_, canvas_);
    column->addLayout(lay_row());
    column->addWidget(empty_);
    column->addWidget(list_);
    column->addWidget(settings_);
    column->addStretch(1);

    connect(list_, &QListWidget::currentRowChanged, this, [this](int row) {
        session_.outlook.choose_value_pass(row < 0 ? std::nullopt
                                                   : std::optional(static_cast<std::size_t>(row)));
    });
    connect(list_, &QListWidget::itemChanged, this,
            [this](const QListWidgetItem* item) { switch_pass(*item); });
    connect(&session_.outlook, &Outlook::value_pass_chosen, this, &ValuePassPanel::choose_row);
    connect(&session_.document, &Document::begun, this, [this] {
        const Size size = session_.document.painting().size();
        Brush brush = canvas_.brush().brush();
        brush.radius = std::max(4, std::max(size.width, size.height) / 40);
        canvas_.brush().set_brush(brush);
    });
    connect(&session_.document, &Document::changed, this, &ValuePassPanel::refresh);
    connect(&values_, &ValuesMeter::changed, this,
            [this] { range_->setEnabled(values_.figures() != nullptr); });
    refresh();
}

QLayout* ValuePassPanel::lay_row() {
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
        const Size size = session_.document.painting().size();
        const auto radius = static_cast<float>(std::max(size.width, size.height)) / 400;
        return Sharpness{kSharpnessRadius.clamp(radius), amount};
    };
    connect(soften, &QPushButton::clicked, this,
            [this, sharpness] { lay(tr("Soften"), sharpness(-1), Intent::reshape, true); });
    connect(sharpen, &QPushButton::clicked, this,
            [this, sharpness] { lay(tr("Sharpen"), sharpness(1), Intent::reshape, true); });
    return button_row({lift, deepen, range_, soften, sharpen});
}

void ValuePassPanel::lay(const QString& name, Source source, Intent intent, bool painted) {
    if (!session_.document.has_painting()) return;
    Pass pass;
    pass.name = name.toStdString();
    pass.source = std::move(source);
    pass.blend = BlendMode::normal;
    pass.intent = intent;
    if (painted) pass.reach.painted = unpainted(session_.document.painting().size());
    session_.document.change(tr("Lay %1").arg(name),
                             with_pass(session_.document.painting(), pass, Stage::values));
    session_.outlook.choose_value_pass(session_.document.painting().values.size() - 1);
    if (painted) settings_->take_up_brush(false);
}

void ValuePassPanel::lay_range() {
    const auto figures = values_.figures();
    if (!session_.document.has_painting() || !figures) return;
    const Range is = range_of(figures->steps);
    const Range wanted = session_.document.painting().plan.range.value_or(Range{1.5, 9});
    lay(tr("Set range"), Curve{range_curve(is, wanted), {}, {}, {}}, Intent::reshape, false);
}

void ValuePassPanel::switch_pass(const QListWidgetItem& row) {
    const auto index = static_cast<std::size_t>(list_->row(&row));
    Pass changed = session_.document.painting().values.at(index);
    changed.on = row.checkState() == Qt::Checked;
    session_.document.change(
        changed.on ? tr("Switch a value pass on") : tr("Switch a value pass off"),
        with_changed_pass(session_.document.painting(), index, changed, Stage::values));
}

void ValuePassPanel::choose_row() {
    const QSignalBlocker quiet(list_);
    const auto chosen = session_.outlook.chosen_value_pass();
    list_->setCurrentRow(chosen ? static_cast<int>(*chosen) : -1);
}

void ValuePassPanel::refresh() {
    setEnabled(session_.document.has_painting());
    std::vector<std::pair<QString, bool>> rows;
    if (session_.document.has_painting())
        for (const Pass& pass : session_.document.painting().values)
            rows.emplace_back(
                QStringLiteral("%1   ·   %2")
                    .arg(shown(pass.name), landing_of(session_.document.painting(), pass)),
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
    choose_row();
    list_->setFixedHeight(std::clamp(count, 1, kMostBands) * scaled(26) + scaled(3));
}

}  // namespace underpaint
