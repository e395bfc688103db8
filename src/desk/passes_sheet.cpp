// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes_sheet.h"

#include <QPushButton>
#include <QVBoxLayout>

#include "desk/ledger.h"
#include "desk/look.h"
#include "desk/pass_sheet.h"
#include "painting/changes.h"

namespace underpaint {

PassesSheet::PassesSheet(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), pass_sheet_(new PassSheet(session, measuring)) {
    auto* lay = new QPushButton(tr("Lay a pass"));
    lay->setObjectName(QStringLiteral("lay_pass"));
    lay->setProperty("role", "main");
    lay->setToolTip(tr("A plain tint over everything, to be shaped here"));
    connect(lay, &QPushButton::clicked, this, &PassesSheet::lay_pass);
    const auto enable = [this, lay] {
        lay->setEnabled(session_.has_painting() && session_.painting().sealed());
    };
    connect(&session_, &Session::painting_changed, lay, enable);
    enable();

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(new Ledger(session, measuring), 9);
    column->addWidget(pass_sheet_, 8);
    auto* foot = new QVBoxLayout;
    foot->setContentsMargins(scaled(12), 0, scaled(12), scaled(10));
    foot->addWidget(lay);
    column->addLayout(foot);
}

void PassesSheet::lay_pass() {
    Pass pass;
    const Painting& painting = session_.painting();
    pass.name = tr("Pass %1").arg(painting.passes.size() + 1).toStdString();
    pass.source = Tint{{176 / 255.0F, 124 / 255.0F, 84 / 255.0F}};
    session_.change(tr("Lay a pass"), with_pass(painting, std::move(pass)));
    session_.set_moment(session_.painting().passes.size());
}

}  // namespace underpaint
