// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/lens_row.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>

#include "desk/greys.h"
#include "desk/look.h"

namespace underpaint {

LensRow::LensRow(Canvas& canvas, QWidget* parent) : QWidget(parent), canvas_(canvas) {
    setObjectName(QStringLiteral("lens_row"));
    setAttribute(Qt::WA_StyledBackground);
    setStyleSheet(QStringLiteral("#lens_row { background: %1; }").arg(greys().ground.name()));
    setFixedHeight(scaled(34));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(scaled(6), 0, scaled(8), 0);
    row->setSpacing(scaled(4));
    for (const LensText& text : kLenses) {
        auto* button = lens_button(tr(text.label), tr(text.about));
        button->setObjectName(QStringLiteral("lens_") + QString::fromLatin1(text.label).toLower());
        button->setCheckable(true);
        connect(button, &QPushButton::clicked, this, [this, lens = text.lens] {
            canvas_.set_lens(lens);
            refresh();
        });
        lenses_.push_back(button);
        row->addWidget(button);
    }
    row->addStretch(1);
    left_ = side_button("twin_left", &LensRow::left_lens_);
    right_ = side_button("twin_right", &LensRow::right_lens_);
    mirror_ = lens_button(tr("Mirror"), tr("See the picture the other way round (F)"));
    upend_ = lens_button(tr("Upend"), tr("See the picture upside down (U)"));
    connect(mirror_, &QPushButton::clicked, &canvas_, &Canvas::mirror);
    connect(upend_, &QPushButton::clicked, &canvas_, &Canvas::upend);
    for (QPushButton* button : {left_, right_, mirror_, upend_}) row->addWidget(button);
    connect(&canvas_, &Canvas::lens_changed, this, &LensRow::refresh);
    refresh();
}

QPushButton* LensRow::lens_button(const QString& label, const QString& about) {
    auto* button = new QPushButton(label);
    button->setProperty("role", "lens");
    button->setToolTip(about);
    button->setFocusPolicy(Qt::TabFocus);
    return button;
}

QPushButton* LensRow::side_button(const char* name, Lens LensRow::*side) {
    auto* button = lens_button({}, tr("What the twin shows on this side of the seam"));
    button->setObjectName(QString::fromLatin1(name));
    auto* menu = new QMenu(this);
    for (const LensText& text : kLenses) {
        if (text.lens == Lens::twin) continue;
        connect(menu->addAction(tr(text.label)), &QAction::triggered, this,
                [this, side, lens = text.lens] {
                    this->*side = lens;
                    canvas_.set_twin(left_lens_, right_lens_);
                    refresh();
                });
    }
    button->setMenu(menu);
    return button;
}

void LensRow::set_bench(Bench bench) {
    bench_ = bench;
    refresh();
}

void LensRow::refresh() {
    const bool passes = bench_ == Bench::passes;
    for (std::size_t i = 0; i < kLenses.size(); ++i) {
        const Lens lens = kLenses[i].lens;
        lenses_[i]->setChecked(lens == canvas_.lens());
        lenses_[i]->setVisible(passes || lens == Lens::colour || lens == Lens::grey);
        if (lens == Lens::colour) lenses_[i]->setText(passes ? tr("Colour") : tr("Painting"));
    }
    const bool twin = passes && canvas_.lens() == Lens::twin;
    const auto label = [](Lens lens) { return tr(kLenses[static_cast<std::size_t>(lens)].label); };
    left_->setVisible(twin);
    right_->setVisible(twin);
    left_->setText(tr("left: %1 ▾").arg(label(left_lens_)));
    right_->setText(tr("right: %1 ▾").arg(label(right_lens_)));
    mirror_->setVisible(!twin);
    upend_->setVisible(!twin);
}

}  // namespace underpaint
