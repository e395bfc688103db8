// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/painted_editor.h"

#include <QLabel>
#include <QVBoxLayout>

#include "desk/kit/colour_button.h"
#include "desk/kit/colour_strip.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/picture_picker.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "desk/panes/brush_settings.h"
#include "desk/passes/editors/reference_choice.h"
#include "desk/view/canvas.h"
#include "desk/work/palette_offer.h"
#include "desk/work/stroke_meter.h"
#include "files/openraster.h"
#include "raster/shrink.h"
#include "render/probe.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr double kFollowing = 4;     // length over width from which a dab follows the stroke
constexpr int kReferenceSide = 600;  // long side that a reference is kept at
constexpr Rgb kFirstColour{0.69F, 0.49F, 0.33F};

}  // namespace

PaintedEditor::PaintedEditor(const EditorDesk& desk)
    : PassEditor(desk), reading_(this, Urgency::beside, "reading a reference") {
    swatch_ = new ColourButton;
    swatch_->set_offer(palette_offer(edits().session()));
    swatch_->set_colour(kFirstColour);
    paint_ =
        action_button("paint_colour", tr("Paint"),
                      tr("Paint with this colour. Hold C over the picture to pick one from it"));
    erase_ = action_button("erase_colour", tr("Erase"), tr("Take off what was painted"));
    follow_ = action_button("follow_strokes", tr("Follow the strokes"),
                            tr("Dabs are stretched and turned along the underpaint's own strokes"));
    for (QPushButton* button : {paint_, erase_, follow_}) button->setCheckable(true);
    auto* reference = action_button("colour_reference", tr("Reference…"),
                                    tr("A picture beside, to take colours from"));
    reference_ = new PicturePicker;
    strip_ = new ColourStrip;
    agreement_ = hint_label();
    agreement_->setObjectName(QStringLiteral("stroke_agreement"));

    auto* tools = new QVBoxLayout;
    tools->setSpacing(scaled(6));
    tools->addLayout(button_row({paint_, erase_, follow_}));
    auto* colours = new QHBoxLayout;
    colours->setSpacing(scaled(6));
    colours->addWidget(reference);
    colours->addWidget(strip_, 1);
    tools->addLayout(colours);
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(12));
    head->addWidget(swatch_, 0, Qt::AlignTop);
    head->addLayout(tools, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addLayout(head);
    column->addWidget(reference_);
    column->addWidget(new BrushSettings(canvas()));
    column->addWidget(agreement_);

    connect(paint_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up(false) : canvas().put_down(); });
    connect(erase_, &QPushButton::clicked, this,
            [this](bool on) { on ? take_up(true) : canvas().put_down(); });
    connect(follow_, &QPushButton::clicked, this, &PaintedEditor::follow);
    connect(swatch_, &ColourButton::picked, this, &PaintedEditor::take_colour);
    connect(strip_, &ColourStrip::taken, this, &PaintedEditor::take_colour);
    connect(reference, &QPushButton::clicked, this, [this, reference] {
        choose_reference(
            *reference, edits().session().document.painting().brief,
            [this](const Picture& picture) {
                reference_->set_picture(image_of(shrunk(picture, kReferenceSide)));
            },
            [this] { ask_for_reference(); });
    });
    connect(reference_, &PicturePicker::picked, this, &PaintedEditor::take_colour);
    Choices& choices = edits().session().choices;
    // The palette's colours by name, then recently used ones.
    const auto fill_strip = [this, &choices] {
        std::vector<NamedColour> named = palette_by_name(edits().session());
        for (const Rgb colour : choices.used_colours())
            if (std::ranges::find(named, colour, &NamedColour::colour) == named.end())
                named.push_back({tr("used lately"), colour});
        strip_->set_named(named);
    };
    connect(&choices, &Choices::used_colours_changed, this, fill_strip);
    connect(&edits().session().document, &Document::changed, this, fill_strip);
    fill_strip();
    connect(&canvas(), &Canvas::tool_changed, this, &PaintedEditor::refresh_tools);
    connect(&strokes(), &StrokeMeter::changed, this, &PaintedEditor::take_strokes);
    BrushTool& brush = canvas().brush();
    connect(&brush, &BrushTool::brush_changed, this, &PaintedEditor::refresh_tools);
    connect(&brush, &BrushTool::wants_colour, this, &PaintedEditor::pick);
    connect(&brush, &BrushTool::stroke_ended, this, [this] {
        const BrushTool& tool = canvas().brush();
        if (tool.target() && tool.target()->what == BrushTarget::What::colour &&
            !tool.brush().takes_off)
            edits().session().choices.use_colour(tool.brush().colour);
    });
}

void PaintedEditor::take_up(bool takes_off) {
    const auto place = edits().session().outlook.chosen_pass();
    if (!place) return;
    BrushTool& tool = canvas().brush();
    tool.set_target(BrushTarget{BrushTarget::What::colour, Stage::colour, *place});
    Brush brush = tool.brush();
    brush.takes_off = takes_off;
    brush.colour = swatch_->colour();
    brush.stretch = follow_->isChecked() ? kFollowing : 1;
    tool.set_brush(brush);
    canvas().show_only(nullptr);
    canvas().take_up(Canvas::Tool::brush);
    refresh_tools();
}

void PaintedEditor::take_colour(Rgb colour) {
    swatch_->set_colour(colour);
    Brush brush = canvas().brush().brush();
    brush.colour = colour;
    canvas().brush().set_brush(brush);
}

/// The colour of the picture as it is shown, at a place.
void PaintedEditor::pick(QPointF picture) {
    if (!isVisible()) return;
    const Shown& shown = edits().session().outlook.shown();
    const auto pixel = pixel_at(shown.picture.size(), {picture.x(), picture.y()});
    if (pixel) take_colour(probe(shown.picture, shown.upto, *pixel).now);
}

/// A picture as small as it is shown; what can't be read is said in its place.
void PaintedEditor::ask_for_reference() {
    const auto path = ask().to_open(tr("A reference to take colours from"), picture_kinds());
    if (path.empty()) return;
    reading_.start([this, path](const std::stop_token& stop, const auto& deliver) {
        const auto read = read_finished(path, stop);
        if (!read) {
            deliver([this, text = read.error().message()] {
                agreement_->setText(QString::fromStdString(text));
            });
            return;
        }
        const SharedPicture picture = share(read->picture);
        const auto small = picture->level(level_for(picture->size(), kReferenceSide));
        deliver([this, image = image_of(rgb_of(*small, rect_of(small->size())))] {
            reference_->set_picture(image);
        });
    });
}

void PaintedEditor::follow(bool on) {
    Brush brush = canvas().brush().brush();
    brush.stretch = on ? kFollowing : 1;
    canvas().brush().set_brush(brush);
}

/// Lets the brush know which way the underpaint's strokes go, and says how far the colour goes with
/// them; judged by nobody, as a stroke across can be wanted.
void PaintedEditor::take_strokes() {
    canvas().brush().set_angles(
        [field = strokes().strokes() ? strokes().strokes()->sealed : nullptr](const Point& at) {
            return field ? field->angle_at(at) : std::nullopt;
        });
    const auto agree = strokes().agreement();
    agreement_->setText(agree ? tr("With the underpaint's strokes: %1 (+1 along, −1 across)")
                                    .arg(signed_figure(*agree, 2))
                              : tr("Hold C over the picture to pick a colour from it"));
}

void PaintedEditor::show_pass(const Pass&) {
    strokes().set_wanted(this, true);
    refresh_tools();
    take_strokes();
}

void PaintedEditor::leave() {
    strokes().set_wanted(this, false);
    if (paint_->isChecked() || erase_->isChecked()) canvas().put_down();
}

void PaintedEditor::refresh_tools() {
    const BrushTool& tool = canvas().brush();
    const bool ours = canvas().tool() == Canvas::Tool::brush && tool.target() &&
                      tool.target()->what == BrushTarget::What::colour;
    paint_->setChecked(ours && !tool.brush().takes_off);
    erase_->setChecked(ours && tool.brush().takes_off);
    if (ours) swatch_->set_colour(tool.brush().colour);
}

}  // namespace underpaint
