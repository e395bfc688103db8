// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/values_sheet.h"

#include <QButtonGroup>
#include <QScrollArea>
#include <QStackedWidget>

#include "audit/shapes.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/values/edge_bars.h"
#include "desk/values/parts_panel.h"
#include "desk/values/plan_panel.h"
#include "desk/values/seals_panel.h"
#include "desk/values/shape_bar.h"
#include "desk/values/value_pass_panel.h"
#include "painting/changes.h"

namespace underpaint {

ValuesSheet::ValuesSheet(const Desk& desk, QWidget* parent)
    : QWidget(parent), session_(desk.session), meters_(desk.meters), canvas_(desk.canvas) {
    const ValuesMeter& values = meters_.values;
    parts_ = new PartsPanel(session_, values, canvas_);
    plan_ = new PlanPanel(session_, values, canvas_);
    seals_ = new SealsPanel(session_, desk.day);
    pages_ = new QStackedWidget;
    pages_->addWidget(shapes_page());
    pages_->addWidget(plan_);
    pages_->addWidget(new ValuePassPanel(session_, values, canvas_));
    pages_->addWidget(seals_);
    main_ = action_button("seal", {}, {});
    main_->setProperty("role", "main");
    connect(main_, &QPushButton::clicked, this, &ValuesSheet::main_action);

    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(4), scaled(12), scaled(12));
    lower->setSpacing(scaled(10));
    auto* scroll = scrolled(pages_);       // in a low window the page is scrolled
    pages_->setAutoFillBackground(false);  // the sheet shows through
    lower->addWidget(scroll, 1);
    lower->addWidget(main_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addWidget(parts_);
    column->addWidget(tabs());
    column->addLayout(lower, 1);

    connect(&session_.document, &Document::changed, this, &ValuesSheet::refresh);
    connect(seals_, &SealsPanel::looked, this, &ValuesSheet::refresh);
    connect(&canvas_, &Canvas::lens_changed, this, [this] {
        if (const auto count = shapes_of(canvas_.lens())) {
            shapes_->set_shapes(*count);
            plan_->set_shapes(*count);
        }
    });
    refresh();
}

QWidget* ValuesSheet::tabs() {
    auto* bar = new QWidget;
    bar->setObjectName(QStringLiteral("sheet_tabs"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(scaled(4), scaled(3), scaled(4), scaled(3));
    row->setSpacing(scaled(2));
    tab_group_ = new QButtonGroup(this);
    for (const PageText& text : kValuesPages) {
        auto* tab =
            switch_button((std::string("page_") + text.id).c_str(), tr(text.label), tr(text.about));
        tab_group_->addButton(tab, static_cast<int>(text.page));
        row->addWidget(tab);
    }
    row->addStretch(1);
    connect(tab_group_, &QButtonGroup::idClicked, this,
            [this](int page) { show_page(static_cast<Page>(page)); });
    show_page(Page::shapes);
    return bar;
}

QWidget* ValuesSheet::shapes_page() {
    shapes_ = new ShapeBar(session_, meters_.values);
    best_splits_ = action_button(
        "best_splits", tr("Best splits"),
        tr("Put the splits where the values part most clearly by themselves (Otsu's criterion)"));
    connect(best_splits_, &QPushButton::clicked, this, &ValuesSheet::take_best_splits);
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Shapes")));
    head->addStretch(1);
    head->addWidget(best_splits_);
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, scaled(2), 0, 0);
    column->setSpacing(scaled(8));
    column->addLayout(head);
    column->addWidget(shapes_);
    column->addSpacing(scaled(6));
    auto* title = group_title(tr("Edges"));
    title->setObjectName(QStringLiteral("edges_title"));
    auto* edges = new EdgeBars(meters_.edges);
    column->addWidget(title);
    column->addWidget(edges);
    const auto show_edges = [this, title, edges] {
        const auto part = session_.outlook.chosen_part();
        edges->show_part(part);
        title->setText(
            part ? tr("Edges of %1").arg(shown(session_.document.painting().part(*part)->name))
                 : tr("Edges"));
    };
    session_.when(this, show_edges, &Outlook::part_chosen, &Document::changed);
    column->addStretch(1);
    return page;
}

void ValuesSheet::show_page(Page page) {
    // A hidden page does not count toward the sheet's height.
    for (int i = 0; i < pages_->count(); ++i) {
        const bool seen = i == static_cast<int>(page);
        pages_->widget(i)->setSizePolicy(QSizePolicy::Preferred,
                                         seen ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    }
    pages_->setCurrentIndex(static_cast<int>(page));
    tab_group_->button(static_cast<int>(page))->setChecked(true);
    canvas_.put_down();
    if (page != Page::seals) session_.outlook.compare(std::nullopt);
}

void ValuesSheet::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    const int low = scaled(700), high = scaled(950);
    const int few = 3, usual = 6, many = 10;
    parts_->set_rows(height() < low ? few : height() < high ? usual : many);
}

bool ValuesSheet::finished() const {
    return !parts_->busy() && !seals_->busy();
}

void ValuesSheet::refresh() {
    const bool any = session_.document.has_painting();
    const bool sealed = any && session_.document.painting().sealed();
    best_splits_->setEnabled(any);
    main_->setEnabled(any);
    const bool again = sealed && seals_->values_differ();
    main_->setText(again    ? tr("Seal again")
                   : sealed ? tr("Go on to passes")
                            : tr("Seal the underpaint"));
    main_->setToolTip(
        again    ? tr("The values are no longer those of the seal. What a new one changes is said "
                         "under Seals")
        : sealed ? tr("Lay colour over the sealed greys")
                 : tr("Freeze these values; every pass is compared with them from then on"));
}

void ValuesSheet::take_best_splits() {
    if (!session_.document.has_painting() || !meters_.values.figures()) return;
    const ShapeCount count = shapes_->shapes();
    session_.document.change(tr("Best splits"),
                             with_splits(session_.document.painting(), count,
                                         best_splits(meters_.values.figures()->steps, count)));
}

void ValuesSheet::main_action() {
    if (!session_.document.painting().sealed()) return seals_->seal();
    if (!seals_->values_differ()) return emit wants_passes();
    // The first press shows the page that says what sealing changes; the second seals.
    if (pages_->currentIndex() != static_cast<int>(Page::seals)) return show_page(Page::seals);
    seals_->seal();
}

}  // namespace underpaint
