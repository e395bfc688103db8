// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/passes_sheet.h"

#include <QPushButton>
#include <QVBoxLayout>

#include "desk/kit/look.h"
#include "desk/passes/ledger.h"
#include "desk/passes/pass_sheet.h"
#include "painting/changes.h"

namespace underpaint {

PassesSheet::PassesSheet(const Desk& desk, QWidget* parent)
    : QWidget(parent),
      session_(desk.session),
      pass_sheet_(new PassSheet(desk.session, desk.meters.passes)) {
    auto* lay = new QPushButton(tr("Lay a pass"));
    lay->setObjectName(QStringLiteral("lay_pass"));
    lay->setProperty("role", "main");
    lay->setToolTip(tr("A plain tint over everything, to be shaped here"));
    connect(lay, &QPushButton::clicked, this, &PassesSheet::lay_pass);
    const auto enable = [this, lay] {
        lay->setEnabled(session_.document.has_painting() && session_.document.painting().sealed());
    };
    connect(&session_.document, &Document::changed, lay, enable);
    enable();

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(new Ledger(session_, desk.meters.passes), 9);
    column->addWidget(pass_sheet_, 8);
    auto* foot = new QVBoxLayout;
    foot->setContentsMargins(scaled(12), 0, scaled(12), scaled(10));
    foot->addWidget(lay);
    column->addLayout(foot);
}

void PassesSheet::lay_pass() {
    Pass pass;
    const Painting& painting = session_.document.painting();
    pass.name = tr("Pass %1").arg(painting.passes.size() + 1).toStdString();
    pass.source = Tint{{176 / 255.0F, 124 / 255.0F, 84 / 255.0F}};
    session_.document.change(tr("Lay a pass"), with_pass(painting, std::move(pass)));
    session_.outlook.set_moment(session_.document.painting().passes.size());
}

}  // namespace underpaint
