// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/chart_board.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QPushButton>
#include <QStackedWidget>

#include "desk/kit/elided_label.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/passes/charts/balance_chart.h"
#include "desk/passes/charts/ramps_chart.h"
#include "desk/passes/charts/stages_chart.h"
#include "desk/passes/charts/temperature_chart.h"
#include "desk/work/paths.h"
#include "files/disk.h"

namespace underpaint {
namespace {

QPushButton* flat_button(const char* name, const QString& label, const QString& about) {
    auto* button = new QPushButton(label);
    button->setObjectName(QLatin1String(name));
    button->setProperty("role", "lens");
    button->setToolTip(about);
    button->setFocusPolicy(Qt::TabFocus);
    return button;
}

}  // namespace

ChartBoard::ChartBoard(Session& session, Measuring& measuring, AskForFile ask, QWidget* parent)
    : QWidget(parent),
      ask_(std::move(ask)),
      charts_{new TemperatureChart(session, measuring), new RampsChart(session, measuring),
              new BalanceChart(session, measuring), new StagesChart(session, measuring)},
      stack_(new QStackedWidget),
      controls_(new QStackedWidget),
      caption_(new ElidedLabel),
      bar_(new QWidget),
      back_(flat_button("charts_back", {}, tr("The picture again; Escape does it too"))) {
    setObjectName(QStringLiteral("charts"));
    bar_->setObjectName(QStringLiteral("lens_row"));
    bar_->setAttribute(Qt::WA_StyledBackground);
    bar_->setFixedHeight(scaled(34));
    auto* row = new QHBoxLayout(bar_);
    row->setContentsMargins(scaled(6), 0, scaled(8), 0);
    row->setSpacing(scaled(4));
    for (std::size_t i = 0; i < charts_.size(); ++i) {
        Chart* chart = charts_[i];
        stack_->addWidget(chart);
        auto* tab = flat_button("", chart->label(), {});
        tab->setObjectName(QStringLiteral("tab_") + QLatin1String(chart->id()));
        tab->setCheckable(true);
        connect(tab, &QPushButton::clicked, this, [this, i] { choose(i); });
        connect(chart, &Chart::said, this, &ChartBoard::said);
        tabs_.push_back(tab);
        row->addWidget(tab);
        QWidget* own = chart->controls();
        controls_->addWidget(own != nullptr ? own : new QWidget);
    }
    controls_->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Preferred);
    row->addSpacing(scaled(8));
    row->addWidget(controls_);
    caption_->setProperty("tone", "secondary");
    caption_->setObjectName(QStringLiteral("chart_caption"));
    caption_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    row->addWidget(caption_, 1);
    auto* out = flat_button("export_chart", tr("Export ▾"), tr("Save this chart as a file"));
    auto* menu = new QMenu(out);
    const auto add = [&](const char* name, const QString& label, bool svg) {
        QAction* action = menu->addAction(label);
        action->setObjectName(QLatin1String(name));
        connect(action, &QAction::triggered, this, [this, svg] { save(svg); });
    };
    add("chart_svg", tr("As SVG…"), true);
    add("chart_png", tr("As PNG…"), false);
    out->setMenu(menu);
    row->addWidget(out);
    connect(back_, &QPushButton::clicked, this, &ChartBoard::back);
    row->addWidget(back_);

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(bar_);
    column->addWidget(stack_, 1);
    connect(&session.outlook, &Outlook::moment_changed, this, &ChartBoard::refresh);
    connect(&measuring, &Measuring::figures_changed, this, &ChartBoard::refresh);
    choose(0);
}

Chart& ChartBoard::current() const {
    return *charts_[static_cast<std::size_t>(stack_->currentIndex())];
}

bool ChartBoard::finished() const {
    return std::ranges::all_of(charts_, [](const Chart* chart) { return chart->finished(); });
}

void ChartBoard::choose(std::size_t index) {
    for (std::size_t i = 0; i < tabs_.size(); ++i) tabs_[i]->setChecked(i == index);
    stack_->setCurrentIndex(static_cast<int>(index));
    controls_->setCurrentIndex(static_cast<int>(index));
    emit said({});
    refresh();
}

bool ChartBoard::show_chart(const QString& id) {
    for (std::size_t i = 0; i < charts_.size(); ++i)
        if (id == QLatin1String(charts_[i]->id())) {
            choose(i);
            return true;
        }
    return false;
}

void ChartBoard::refresh() {
    caption_->say(current().caption());
}

void ChartBoard::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    fit_bar();
}

/// Where its words have no room, the way back is said with fewer.
void ChartBoard::fit_bar() {
    back_->setText(tr("Back to the picture"));
    if (bar_->sizeHint().width() > width()) back_->setText(tr("Back"));
}

void ChartBoard::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return void(emit back());
    QWidget::keyPressEvent(event);
}

void ChartBoard::save(bool svg) {
    const QString kind = svg ? QStringLiteral("svg") : QStringLiteral("png");
    ask_.to_save(tr("Save the chart"), svg ? tr("SVG (*.svg)") : tr("PNG (*.png)"),
                 current().label().toLower() + QLatin1Char('.') + kind,
                 [this, chart = svg ? current().as_svg()
                                    : current().as_png()](const std::filesystem::path& path) {
                     const auto bytes =
                         std::as_bytes(std::span(chart.constData(), size_t(chart.size())));
                     const Done saved = replace_file(path, bytes);
                     emit said(saved ? tr("%1 was saved.").arg(text_of(path))
                                     : QString::fromStdString(saved.error().message()));
                 });
}

}  // namespace underpaint
