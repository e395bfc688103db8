// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/reach_page.h"

#include <QLabel>
#include <QMenu>
#include <QVBoxLayout>

#include "desk/kit/band_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/panes/brush_settings.h"
#include "desk/view/canvas.h"
#include "raster/masks.h"
#include "raster/polygon.h"
#include "render/reach_of.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

constexpr int kVeilSide = 1600;  // long side of the mask that the veil is drawn from
enum class BandEnd { low, high, low_soft, high_soft };
struct BandHandle {
    BandEnd end;
    double step;
};

/// The ends of the band, and where they have faded out; an end of the scale does not fade.
std::vector<BandHandle> handles_of(const ValueBand& band) {
    const auto low = static_cast<double>(band.low), high = static_cast<double>(band.high);
    const auto soft = static_cast<double>(band.soft);
    std::vector<BandHandle> handles{{BandEnd::low, low}, {BandEnd::high, high}};
    if (low > 1) handles.push_back({BandEnd::low_soft, std::max(1.0, low - soft)});
    if (high < 9) handles.push_back({BandEnd::high_soft, std::min(9.0, high + soft)});
    return handles;
}

QPushButton* toggle(const char* name, const QString& label, const QString& about) {
    auto* button = action_button(name, label, about);
    button->setCheckable(true);
    return button;
}

}  // namespace

ReachPage::ReachPage(const PassEdits& edits, Canvas& canvas, QWidget* parent)
    : QWidget(parent),
      edits_(edits),
      canvas_(canvas),
      job_(this, Urgency::beside, "painting a reach"),
      veil_job_(this, Urgency::figures, "where a pass reaches") {
    band_ = new BandSlider;
    connect(band_, &BandSlider::moved, this, &ReachPage::set_band);
    connect(band_, &BandSlider::released, this, [this] { edits_.end_gesture(); });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(8));
    column->addWidget(band_);
    column->addLayout(tools());
    column->addWidget(new BrushSettings(canvas_));
    column->addLayout(switches());
    column->addStretch(1);
    connect(&canvas_, &Canvas::tool_changed, this, &ReachPage::refresh_tools);
    connect(&canvas_.brush(), &BrushTool::brush_changed, this, &ReachPage::refresh_tools);
    connect(&canvas_.outline(), &OutlineTool::outlined, this, &ReachPage::outlined);
    connect(&canvas_, &Canvas::shown_only_changed, this, [this] {
        if (canvas_.shown_only() == nullptr) veil_->setChecked(false);
    });
}

QLayout* ReachPage::tools() {
    paint_ = toggle("paint_pass_reach", tr("Paint"), tr("Paint where the pass lands"));
    take_off_ = toggle("take_off_pass_reach", tr("Take off"), tr("Take off what was painted"));
    outline_ = toggle("outline_reach", tr("Outline"),
                      tr("Add what you outline on the picture; close it with Enter"));
    everywhere_ = action_button("pass_reach_everywhere", tr("Everywhere"),
                                tr("Forget what was painted: the pass lands on all of its parts "
                                   "and values"));
    snap_ = choice_button("snap_reach", tr("Snap to edges"),
                          tr("Move the border of what was painted on to edges of the values"));
    auto* radii = new QMenu(this);
    for (const int radius : {4, 8, 16, 32})
        connect(radii->addAction(tr("within %1 px").arg(radius)), &QAction::triggered, this,
                [this, radius] { snap(radius); });
    snap_->setMenu(radii);
    connect(paint_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up_brush(false) : canvas_.put_down(); });
    connect(take_off_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up_brush(true) : canvas_.put_down(); });
    connect(outline_, &QPushButton::clicked, this,
            [this](bool on) { on ? canvas_.take_up(Canvas::Tool::outline) : canvas_.put_down(); });
    connect(everywhere_, &QPushButton::clicked, this, [this] {
        canvas_.put_down();
        edits_.change(tr("Land everywhere"), [](Pass& p) { p.reach.painted = nullptr; });
    });
    return button_row({paint_, take_off_, outline_, everywhere_, snap_});
}

QLayout* ReachPage::switches() {
    inverted_ = toggle("reach_inverted", tr("Inverted"), tr("Lands on all the rest instead"));
    clipped_ = toggle("pass_clipped", tr("Clipped"),
                      tr("Lands only where the pass before it did, however strongly"));
    veil_ = toggle("show_reach", tr("Show where"), tr("A veil over where the pass does not land"));
    connect(inverted_, &QPushButton::clicked, this, [this](bool on) {
        edits_.change(on ? tr("Invert where it lands") : tr("Land as before"),
                      [on](Pass& p) { p.reach.inverted = on; });
    });
    connect(clipped_, &QPushButton::clicked, this, [this](bool on) {
        edits_.change(on ? tr("Clip to the pass below") : tr("Clip no more"),
                      [on](Pass& p) { p.clipped = on; });
    });
    connect(veil_, &QPushButton::clicked, this, [this](bool on) {
        if (!on) return canvas_.show_only(nullptr);
        show_veil();
    });
    return button_row({inverted_, clipped_, veil_});
}

void ReachPage::set_band(const ValueBand& band) {
    edits_.change(
        tr("Change where it lands"), [&](Pass& p) { p.reach.band = band; }, QStringLiteral("band"));
}

void ReachPage::take_up_brush(bool takes_off) {
    const auto place = edits_.session().outlook.chosen_pass();
    if (!place) return;
    BrushTool& brush = canvas_.brush();
    brush.set_target(BrushTarget{BrushTarget::What::reach, Stage::colour, *place});
    Brush with = brush.brush();
    with.takes_off = takes_off;
    with.stretch = 1;
    brush.set_brush(with);
    // For a pass that landed everywhere the mask begins empty, so that painting adds to it.
    canvas_.take_up(Canvas::Tool::brush);
    refresh_tools();
}

/// Adds an outline to what is painted; to nothing where that was everywhere.
void ReachPage::outlined(const std::vector<Point>& points) {
    const Pass* pass = edits_.pass();
    if (!isVisible() || pass == nullptr) return;
    const auto place = *edits_.session().outlook.chosen_pass();
    const Size size = edits_.session().document.painting().size();
    job_.start([this, painted = pass->reach.painted, points, size, place](const std::stop_token&,
                                                                          const auto& deliver) {
        Picture mask = outline_mask(size, points, 1);
        if (painted) mask = combined(painted->base(), mask, Combine::add);
        deliver([this, place, mask = share(std::move(mask))] {
            if (edits_.session().outlook.chosen_pass() == place)
                edits_.change(tr("Outline where it lands"),
                              [&](Pass& p) { p.reach.painted = mask; });
        });
    });
    canvas_.put_down();
}

void ReachPage::snap(int radius) {
    const Pass* pass = edits_.pass();
    if (pass == nullptr || !pass->reach.painted) return;
    const auto place = *edits_.session().outlook.chosen_pass();
    job_.start([this, painted = pass->reach.painted, place, radius,
                guide = edits_.session().document.painting().ground()](const std::stop_token&,
                                                                       const auto& deliver) {
        deliver([this, place, mask = share(snapped(painted->base(), guide->base(), radius))] {
            if (edits_.session().outlook.chosen_pass() == place)
                edits_.change(tr("Snap where it lands to edges"),
                              [&](Pass& p) { p.reach.painted = mask; });
        });
    });
}

void ReachPage::show_veil() {
    const auto place = edits_.session().outlook.chosen_pass();
    if (!place) return;
    veil_job_.start([this, painting = edits_.session().document.painting(), place = *place](
                        const std::stop_token& stop, const auto& deliver) {
        const int level = level_for(painting.size(), kVeilSide);
        auto mask =
            reach_of(painting, place, whole_at(painting.size(), shrink_of_level(level)), stop);
        if (!mask) return;
        deliver([this, mask = share(std::move(*mask))] {
            canvas_.show_only(mask);
            veil_->setChecked(true);
        });
    });
}

void ReachPage::show_pass(const Pass& pass) {
    const Reach& reach = pass.reach;
    band_->set_band(reach.band);
    everywhere_->setEnabled(reach.painted != nullptr);
    snap_->setEnabled(reach.painted != nullptr);
    inverted_->setChecked(reach.inverted);
    clipped_->setChecked(pass.clipped);
    clipped_->setEnabled(edits_.session().outlook.chosen_pass() != std::size_t{0} || pass.clipped);
    if (veil_->isChecked()) show_veil();
}

void ReachPage::leave() {
    if (veil_->isChecked()) canvas_.show_only(nullptr);
    if (paint_->isChecked() || take_off_->isChecked() || outline_->isChecked()) canvas_.put_down();
}

void ReachPage::refresh_tools() {
    const auto& target = canvas_.brush().target();
    const bool ours =
        target && target->stage == Stage::colour && target->what == BrushTarget::What::reach;
    const bool painting = canvas_.tool() == Canvas::Tool::brush && ours;
    const bool takes_off = canvas_.brush().brush().takes_off;
    paint_->setChecked(painting && !takes_off);
    take_off_->setChecked(painting && takes_off);
    outline_->setChecked(canvas_.tool() == Canvas::Tool::outline);
}

// --- on the ladder

void ReachPage::add_to(LadderFace& face) const {
    const Pass* pass = edits_.pass();
    if (pass == nullptr) return;
    face.about =
        tr("The scale of values. Left: as sealed. Right: now, and the band of values that "
           "the pass lands on; drag its ends, and beyond them how softly they fade");
    for (const BandHandle& handle : handles_of(pass->reach.band))
        face.handles.push_back({handle.step});
}

void ReachPage::act_on_ladder(HandleAct act, std::size_t handle, double step) {
    const Pass* pass = edits_.pass();
    if (pass == nullptr) return;
    if (act == HandleAct::release) return edits_.end_gesture();
    ValueBand band = pass->reach.band;
    const auto handles = handles_of(band);
    if (act != HandleAct::move || handle >= handles.size()) return;
    const auto to = static_cast<float>(step);
    switch (handles[handle].end) {
        case BandEnd::low: band.low = std::clamp(to, 1.0F, band.high); break;
        case BandEnd::high: band.high = std::clamp(to, band.low, 9.0F); break;
        case BandEnd::low_soft: band.soft = band.low - to; break;
        case BandEnd::high_soft: band.soft = to - band.high; break;
    }
    band.soft = kBandSoft.clamp(band.soft);
    set_band(band);
}

}  // namespace underpaint
