// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/brief_sheet.h"

#include <QScrollArea>
#include <QVBoxLayout>

#include "desk/brief/brief_panel.h"
#include "desk/brief/route_panel.h"
#include "desk/brief/rules_panel.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {
BriefSheet::BriefSheet(const Desk& desk, QWidget* parent)
    : QWidget(parent), session_(desk.session), meter_(desk.meters.brief) {
    auto* lines = new BriefPanel(desk);
    auto* route = new RoutePanel(desk);
    main_ = action_button("go_on", {}, tr("Opens the bench where this step is worked on"));
    main_->setProperty("role", "main");
    connect(main_, &QPushButton::clicked, this, [this] {
        if (const auto step = meter_.place_in_hand()) emit wants_step(*step);
    });
    connect(route, &RoutePanel::wants_step, this, &BriefSheet::wants_step);
    connect(lines, &BriefPanel::wants_late_change, this, &BriefSheet::wants_late_change);

    auto* inner = new QWidget;
    auto* panels = new QVBoxLayout(inner);
    panels->setContentsMargins(0, 0, 0, 0);
    panels->setSpacing(0);
    panels->addWidget(lines);
    panels->addWidget(rule_line());
    panels->addWidget(new RulesPanel(desk));
    panels->addWidget(rule_line());
    panels->addWidget(route);
    panels->addStretch(1);
    inner->setAutoFillBackground(false);
    auto* scroll = scrolled(inner);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(12));
    foot->addWidget(main_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(scroll, 1);
    column->addLayout(foot);
    connect(&meter_, &BriefMeter::standing_changed, this, &BriefSheet::refresh);
    connect(&session_.document, &Document::changed, this, &BriefSheet::refresh);
    refresh();
}

void BriefSheet::refresh() {
    const RouteStep* step = meter_.in_hand();
    main_->setEnabled(step != nullptr);
    main_->setText(step != nullptr ? tr("Go on: %1").arg(shown_on_button(step->name).toLower())
                   : session_.document.has_painting() ? tr("Every step is done")
                                                      : tr("Go on"));
}

}  // namespace underpaint
