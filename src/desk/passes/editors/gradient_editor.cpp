// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/gradient_editor.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/passes/editors/gradient_plot.h"
#include "desk/passes/editors/reference_choice.h"
#include "desk/work/palette_offer.h"
#include "files/flat_picture.h"
#include "files/svg_gradient.h"
#include "painting/gradient_tools.h"

namespace underpaint {
namespace {

double step_at(double at) {
    return 1 + 8 * at;
}
double at_of_step(double step) {
    return (step - 1) / 8;
}

const QString kGradientKinds = QStringLiteral("SVG gradients (*.svg *.SVG)");
constexpr const char* kMixingNames[] = {QT_TRANSLATE_NOOP("GradientEditor", "sRGB"),
                                        QT_TRANSLATE_NOOP("GradientEditor", "OKLab")};
constexpr const char* kMapOfNames[] = {QT_TRANSLATE_NOOP("GradientEditor", "below"),
                                       QT_TRANSLATE_NOOP("GradientEditor", "the seal")};

}  // namespace

GradientEditor::GradientEditor(const EditorDesk& desk) : PassEditor(desk) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    title_ = group_title({});
    auto* from_picture =
        action_button("stops_from_picture", tr("From a picture…"),
                      tr("A stop for each value step of another picture: the mean colour there"));
    auto* match = action_button("match_stops", tr("Match to values"),
                                tr("Each stop as light as the value that it stands at"));
    connect(from_picture, &QPushButton::clicked, this, [this, from_picture] {
        choose_reference(
            *from_picture, edits().session().document.painting().brief,
            [this](const Picture& picture) { take_stops(picture); }, [this] { take_picture(); });
    });
    connect(match, &QPushButton::clicked, this, [this] {
        change(tr("Match stops to values"),
               [](GradientMap& map) { map.stops = matched_to_values(map.stops); });
    });
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(8));
    head->addWidget(title_, 1);
    auto* file = action_button("gradient_file", tr("File ▾"), tr("Open and save as SVG"));
    file->setMenu(file_menu());
    head->addWidget(file);
    head->addWidget(from_picture);
    head->addWidget(match);
    column->addLayout(head);
    column->addLayout(stop_row());
    trouble_ = hint_label();
    trouble_->setObjectName(QStringLiteral("gradient_trouble"));
    trouble_->hide();
    column->addWidget(trouble_);
    plot_ = new GradientPlot;
    column->addWidget(plot_, 1);
    connect(plot_, &GradientPlot::chosen, this, &GradientEditor::choose);
    connect(plot_, &GradientPlot::moved, this, &GradientEditor::move_stop);
    connect(plot_, &GradientPlot::wants_stop, this, &GradientEditor::add_stop);
    connect(plot_, &GradientPlot::wants_removed, this, &GradientEditor::remove_stop);
    connect(plot_, &GradientPlot::released, this, [this] { edits().end_gesture(); });
}

QLayout* GradientEditor::stop_row() {
    swatch_ = new ColourButton;
    swatch_->set_offer(palette_offer(edits().session()));
    connect(swatch_, &ColourButton::picked, this, [this](Rgb colour) {
        change(
            tr("Colour a stop"), [&](GradientMap& map) { map.stops[chosen_].colour = colour; },
            QStringLiteral("stop colour"));
    });
    connect(swatch_, &ColourButton::released, this, [this] { edits().end_gesture(); });
    value_ = new QLineEdit;
    value_->setObjectName(QStringLiteral("stop_value"));
    value_->setAccessibleName(tr("Value that the stop stands at"));
    value_->setFont(figure_font());
    value_->setFixedWidth(scaled(34));
    connect(value_, &QLineEdit::editingFinished, this, &GradientEditor::take_value);
    own_ = new QLabel;
    own_->setObjectName(QStringLiteral("stop_own"));
    own_->setFont(figure_font());
    auto* figures = new QGridLayout;
    figures->setHorizontalSpacing(scaled(8));
    figures->setVerticalSpacing(0);
    for (const auto& [row, label] : {std::pair(0, tr("At value")), std::pair(1, tr("Its own"))}) {
        QLabel* text = hint_label(label);
        text->setWordWrap(false);
        figures->addWidget(text, row, 0);
    }
    figures->addWidget(value_, 0, 1);
    figures->addWidget(own_, 1, 1);

    neutral_ =
        action_button("neutral_end", tr("Neutral end"),
                      tr("Put the stop nearest to the blend's neutral exactly on it, so that "
                         "the pass leaves that value alone"));
    connect(neutral_, &QPushButton::clicked, this, [this] {
        const BlendMode blend = edits().pass()->blend;
        change(tr("Neutral end"), [&](GradientMap& map) {
            map.stops = with_neutral_end(std::move(map.stops), blend);
        });
    });
    remove_ = action_button("remove_stop", tr("Remove"), tr("Take this stop off. Delete does it"));
    connect(remove_, &QPushButton::clicked, this, [this] { remove_stop(chosen_); });
    swatch_->setFixedSize(scaled(38), scaled(42));
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    row->addWidget(swatch_);
    row->addLayout(figures);
    row->addLayout(choices(), 1);
    auto* buttons = new QVBoxLayout;
    buttons->setSpacing(scaled(4));
    buttons->addWidget(neutral_);
    buttons->addWidget(remove_);
    row->addLayout(buttons);
    return row;
}

QLayout* GradientEditor::choices() {
    reads_ = choice_button("map_reads", {}, tr("Whose lightness the map is read at"));
    mixes_ = choice_button("map_mixes", {}, tr("What colours are mixed in between stops"));
    auto* reads = new QMenu(this);
    for (const MapOf of : {MapOf::below, MapOf::seal})
        connect(reads->addAction(tr(kMapOfNames[static_cast<int>(of)])), &QAction::triggered, this,
                [this, of] {
                    change(tr("Change what the map reads"), [&](GradientMap& map) { map.of = of; });
                });
    reads_->setMenu(reads);
    auto* mixes = new QMenu(this);
    for (const Mixing mixing : {Mixing::encoded, Mixing::oklab})
        connect(mixes->addAction(tr(kMixingNames[static_cast<int>(mixing)])), &QAction::triggered,
                this, [this, mixing] {
                    change(tr("Change how the map mixes"),
                           [&](GradientMap& map) { map.mixing = mixing; });
                });
    mixes_->setMenu(mixes);
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    row->addWidget(labelled(tr("Reads"), reads_), 0, Qt::AlignVCenter);
    row->addWidget(labelled(tr("Mixes in"), mixes_), 0, Qt::AlignVCenter);
    row->addStretch(1);
    return row;
}

QMenu* GradientEditor::file_menu() {
    auto* menu = new QMenu(this);
    QAction* open = menu->addAction(tr("Open a gradient…"));
    open->setObjectName(QStringLiteral("open_gradient"));
    QAction* save = menu->addAction(tr("Save the gradient…"));
    save->setObjectName(QStringLiteral("save_gradient"));
    connect(open, &QAction::triggered, this, &GradientEditor::open_file);
    connect(save, &QAction::triggered, this, &GradientEditor::save_file);
    return menu;
}

void GradientEditor::change(const QString& what, const Change& change, const QString& gesture) {
    if (edits().source<GradientMap>() == nullptr) return;
    edits().change(
        what, [&](Pass& p) { change(std::get<GradientMap>(p.source)); }, gesture);
}

void GradientEditor::show_pass(const Pass& pass) {
    const auto& map = std::get<GradientMap>(pass.source);
    const std::size_t count = map.stops.size();
    chosen_ = count == 0 ? 0 : std::min(chosen_, count - 1);
    title_->setText(count == 0 ? tr("No stops: black to white")
                               : tr("Stop %1 of %2").arg(chosen_ + 1).arg(count));
    for (QWidget* of_stop : {static_cast<QWidget*>(swatch_), static_cast<QWidget*>(value_)})
        of_stop->setEnabled(count > 0);
    remove_->setEnabled(count > 1);
    if (count > 0) {
        const GradientStop& stop = map.stops[chosen_];
        const double at = step_at(static_cast<double>(stop.at));
        const auto own = static_cast<double>(step_of(read(Reader::lightness, stop.colour)));
        swatch_->set_colour(stop.colour);
        if (!value_->hasFocus() || !value_->isModified())
            value_->setText(QString::number(at, 'f', 1));
        own_->setText(tr("%1 %2").arg(own, 0, 'f', 1).arg(signed_figure(own - at, 1)));
    }
    neutral_->setEnabled(neutral_of(pass.blend).has_value() && count > 0);
    show_choice(reads_, tr(kMapOfNames[static_cast<int>(map.of)]));
    show_choice(mixes_, tr(kMixingNames[static_cast<int>(map.mixing)]));
    plot_->set_gradient(map.stops, map.mixing, pass.tune, chosen_);
    emit ladder_changed();
}

void GradientEditor::choose(std::size_t stop) {
    chosen_ = stop;
    value_->setModified(false);
    if (const Pass* pass = edits().pass()) show_pass(*pass);
}

/// No stop passes another.
void GradientEditor::move_stop(std::size_t stop, double at) {
    change(
        tr("Move a stop"),
        [&](GradientMap& map) {
            if (stop >= map.stops.size()) return;
            const float low = stop > 0 ? map.stops[stop - 1].at : 0;
            const float high = stop + 1 < map.stops.size() ? map.stops[stop + 1].at : 1;
            map.stops[stop].at = std::clamp(static_cast<float>(at), low, high);
        },
        QStringLiteral("stop"));
}

/// Of the way from that stop to the next.
void GradientEditor::move_middle(std::size_t stop, double at) {
    change(
        tr("Move a middle"),
        [&](GradientMap& map) {
            if (stop + 1 >= map.stops.size()) return;
            const float from = map.stops[stop].at, to = map.stops[stop + 1].at;
            if (to > from) map.stops[stop].middle = (static_cast<float>(at) - from) / (to - from);
        },
        QStringLiteral("middle"));
}

void GradientEditor::add_stop(double at) {
    const auto place = static_cast<float>(std::clamp(at, 0.0, 1.0));
    change(tr("Add a stop"), [&](GradientMap& map) {
        map.stops = with_stop(std::move(map.stops), place, map.mixing);
    });
    if (const auto* map = edits().source<GradientMap>()) {
        const auto found = std::ranges::find(map->stops, place, &GradientStop::at);
        choose(static_cast<std::size_t>(found - map->stops.begin()));
    }
}

void GradientEditor::remove_stop(std::size_t stop) {
    change(tr("Remove a stop"), [&](GradientMap& map) {
        if (map.stops.size() > 1 && stop < map.stops.size())
            map.stops.erase(map.stops.begin() + static_cast<std::ptrdiff_t>(stop));
    });
}

void GradientEditor::take_value() {
    if (!value_->isModified()) return;
    value_->setModified(false);
    bool number = false;
    const double step = step_from_words(value_->text(), &number);
    if (number) move_stop(chosen_, at_of_step(std::clamp(step, 1.0, 9.0)));
    edits().end_gesture();
    if (const Pass* pass = edits().pass()) show_pass(*pass);
}

void GradientEditor::say(const QString& trouble) {
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
}

void GradientEditor::take_picture() {
    const auto path = ask().to_open(tr("Stops from a picture"), picture_kinds());
    if (path.empty()) return;
    const auto picture = read_flat_picture(path);
    if (!picture) return say(QString::fromStdString(picture.error().message()));
    take_stops(picture->picture);
}

void GradientEditor::take_stops(const Picture& picture) {
    say({});
    change(tr("Stops from a picture"), [&](GradientMap& map) { map.stops = stops_of(picture); });
}

void GradientEditor::open_file() {
    const auto path = ask().to_open(tr("Open a gradient"), kGradientKinds);
    if (path.empty()) return;
    const auto gradient = open_svg_gradient(path);
    if (!gradient) return say(QString::fromStdString(gradient.error().message()));
    say({});
    change(tr("Open a gradient"), [&](GradientMap& map) {
        map.stops = gradient->stops;
        map.mixing = gradient->mixing;
    });
}

void GradientEditor::save_file() {
    const Pass* pass = edits().pass();
    const auto* map = edits().source<GradientMap>();
    if (map == nullptr) return;
    ask().to_save(tr("Save the gradient"), kGradientKinds,
                  shown(pass->name).replace(u'/', u'-') + QStringLiteral(".svg"),
                  [this, gradient = GradientFile{map->stops, map->mixing}](
                      const std::filesystem::path& path) {
                      const auto done = save_svg_gradient(path, gradient);
                      say(done ? QString() : QString::fromStdString(done.error().message()));
                  });
}

// --- on the ladder

void GradientEditor::add_to(LadderFace& face) const {
    const auto* map = edits().source<GradientMap>();
    if (map == nullptr) return;
    face.about =
        tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: the "
           "map and its stops; drag one, double click for a new one. With the keyboard: "
           "left and right choose, up and down move, Delete takes off");
    face.right = tr("stops");
    face.outlined = nullptr;
    face.strip = [stops = map->stops, mixing = map->mixing,
                  tune = edits().pass()->tune](double step) {
        return tuned(gradient_at(stops, at_of_step(step), mixing), tune);
    };
    const GradientStops& stops = map->stops;
    for (std::size_t i = 0; i < stops.size(); ++i)
        face.handles.push_back({step_at(static_cast<double>(stops[i].at)), stops[i].colour,
                                i == chosen_, tr("Stop %1").arg(i + 1)});
    for (std::size_t i = 0; i + 1 < stops.size(); ++i)
        face.handles.push_back(
            {step_at(static_cast<double>(stops[i].at +
                                         stops[i].middle * (stops[i + 1].at - stops[i].at))),
             {},
             false,
             tr("Middle %1").arg(i + 1)});
}

void GradientEditor::act_on_ladder(HandleAct act, std::size_t handle, double step) {
    const auto* map = edits().source<GradientMap>();
    if (map == nullptr) return;
    const std::size_t count = map->stops.size();
    const bool middle = handle >= count;
    switch (act) {
        case HandleAct::choose:
            if (!middle) choose(handle);
            break;
        case HandleAct::move:
            middle ? move_middle(handle - count, at_of_step(step))
                   : move_stop(handle, at_of_step(step));
            break;
        case HandleAct::add: add_stop(at_of_step(step)); break;
        case HandleAct::remove:
            if (!middle) remove_stop(handle);
            break;
        case HandleAct::release: edits().end_gesture(); break;
    }
}

}  // namespace underpaint
