// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/version_trial.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPushButton>
#include <utility>

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/versions/version_edits.h"
#include "desk/versions/versions_meter.h"
#include "painting/version_changes.h"
#include "render/render.h"

namespace underpaint {

VersionTrial::VersionTrial(VersionEdits& edits, QWidget* parent)
    : QWidget(parent), edits_(edits), job_(this, Urgency::figures, "a version as it would be") {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(10));
    make_ = action_button("make_tried", tr("Make it"), tr("A version as it is shown now"));
    connect(make_, &QPushButton::clicked, this, [this] {
        const VersionWay way = *way_;
        const float amount = slider_->value();
        end();
        emit wanted(way, amount);
    });
    row->addWidget(make_, 0, Qt::AlignBottom);
    keep_place(*this);
    setMinimumHeight(scaled(36));
    hide();
    // What is shown belongs to the painting that it was made from.
    connect(&edits_, &VersionEdits::changed, this, [this] {
        if (way_ && !same_but_for_records(tried_, edits_.painting())) end();
    });
}

void VersionTrial::begin(VersionWay way, float amount) {
    end();
    delete std::exchange(slider_, new BarSlider(way.amount));
    slider_->set_label(way.slider);
    slider_->set_value(amount);
    connect(slider_, &BarSlider::moved, this, &VersionTrial::show_amount);
    static_cast<QHBoxLayout*>(layout())->insertWidget(0, slider_, 1);
    way_ = std::move(way);
    tried_ = edits_.painting();
    show();
    emit begun();
    slider_->setFocus();
    show_amount(amount);
}

void VersionTrial::end() {
    if (!way_) return;
    job_.stop();
    way_.reset();
    tried_ = {};
    hide();
    emit would_be(kNoVersion, nullptr);
    emit ended();
}

void VersionTrial::show_amount(float amount) {
    const bool changes = amount != way_->amount.usual;
    make_->setEnabled(changes);
    if (!changes) {
        job_.stop();
        return emit would_be(tried_.version, nullptr);
    }
    job_.start([this, painting = tried_, make = way_->make, amount](const std::stop_token& stop,
                                                                    const Deliver& deliver) {
        const Painting changed = with_colouring(painting, make(painting, amount));
        auto seen = render_view(changed, changed.passes.size(), shown_view(changed.size()), stop);
        if (!seen) return;
        deliver([this, id = painting.version,
                 seen = std::make_shared<const RgbBlock>(std::move(*seen))] {
            emit would_be(id, seen);
        });
    });
}

void VersionTrial::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Escape) return QWidget::keyPressEvent(event);
    end();
}

}  // namespace underpaint
