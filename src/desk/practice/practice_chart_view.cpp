// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_chart_view.h"

#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/elided_label.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/panes/save_drawing.h"

namespace underpaint {
namespace {

constexpr double kHigh = 208, kHead = 34, kFoot = 22;
constexpr double kSavedWidth = 900;  // width of a saved chart, in pixels of a screen

}  // namespace

PracticeChartView::PracticeChartView(const PracticeSession& session, AskForFile ask,
                                     QWidget* parent)
    : QWidget(parent), session_(session), ask_(std::move(ask)) {
    setObjectName(QStringLiteral("practice_chart_view"));
    set_accessible_role(*this, QAccessible::Chart);
    setFixedHeight(scaled(kHigh));
    title_ = group_title({});
    caption_ = new ElidedLabel;
    caption_->setProperty("tone", "secondary");
    which_ = choice_button("practice_chart", {}, tr("What the chart shows"));
    set_menu(which_, [this](QMenu& menu) {
        for (const PracticeChartText& each : kPracticeCharts)
            if (chart_suits(each.chart, session_.kind()))
                add_choice(menu, tr(each.label), each.chart == chart_,
                           [this, chart = each.chart] { choose(chart); });
    });
    auto* out = choice_button("export_practice", tr("Export"), tr("Save this chart as a file"));
    set_menu(out, [this](QMenu& menu) {
        offer_saving(menu, ask_, tr("Export the chart"), title_->text(),
                     [this](const std::filesystem::path& file) { save(file); });
    });
    head_ = new QWidget(this);
    auto* row = new QHBoxLayout(head_);
    row->setContentsMargins(scaled(14), scaled(6), scaled(8), 0);
    row->setSpacing(scaled(12));
    row->addWidget(title_);
    row->addWidget(caption_, 1);
    row->addWidget(which_);
    row->addWidget(out);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(head_);
    column->addStretch(1);
    connect(&session_, &PracticeSession::changed, this, &PracticeChartView::refresh);
    refresh();
}

void PracticeChartView::choose(PracticeChart chart) {
    chosen_ = chart;
    refresh();
}

void PracticeChartView::refresh() {
    chart_ = chart_suits(chosen_, session_.kind()) ? chosen_ : PracticeChart::weeks;
    title_->setText(chart_title(chart_, session_));
    caption_->say(chart_caption(chart_, session_));
    show_choice(which_, tr(kPracticeCharts[static_cast<std::size_t>(chart_)].label));
    setAccessibleName(title_->text());
    set_accessible_text(*this, chart_text(chart_, session_));
    update();
}

void PracticeChartView::save(const std::filesystem::path& file) {
    const Done saved = save_drawing(
        file, title_->text(), kSavedWidth, [this](QPainter& painter, const QRectF& page) {
            const QRectF within = page.adjusted(40, 40, -40, -40);
            painter.setFont(body_font(true));
            painter.setPen(kLightGreys.strong);
            painter.drawText(within, Qt::AlignLeft | Qt::AlignTop, title_->text());
            painter.setFont(secondary_font());
            painter.setPen(kLightGreys.secondary);
            painter.drawText(within, Qt::AlignRight | Qt::AlignTop,
                             chart_caption(chart_, session_));
            draw_chart(painter, within.adjusted(0, 40, 0, 0), chart_, session_, kLightGreys);
        });
    if (!saved) caption_->say(QString::fromStdString(saved.error().message()));
}

void PracticeChartView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    painter.fillRect(QRect(0, 0, width(), 1), greys().rule);
    draw_chart(painter,
               QRectF(rect()).adjusted(scaled(12), scaled(kHead), -scaled(8), -scaled(kFoot)),
               chart_, session_, greys());
    const QString weakest = session_.weakest();
    if (weakest.isEmpty()) return;
    const double y = height() - scaled(7);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QString label = tr("Weakest now: ");
    painter.drawText(QPointF(scaled(14), y), label);
    painter.setPen(greys().text);
    painter.drawText(QPointF(scaled(14) + painter.fontMetrics().horizontalAdvance(label), y),
                     tr("%1. The next questions lean that way.").arg(weakest));
}

}  // namespace underpaint
