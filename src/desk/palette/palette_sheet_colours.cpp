// SPDX-License-Identifier: GPL-3.0-or-later
// Where the colours of a palette come from: taken from pictures, computed, or out of files.
#include <QLabel>
#include <QMenu>

#include "colour/bridge.h"
#include "colour/intensity.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/words.h"
#include "desk/palette/palette_sheet.h"
#include "desk/panes/save_drawing.h"
#include "desk/work/paths.h"
#include "files/brief_report.h"
#include "files/openraster.h"
#include "palette/colour_name.h"
#include "palette/extraction.h"
#include "palette/mixing.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr std::array kCounts{2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12};
constexpr int kTakenSide = 128;  // of the copy that colours are taken from

}  // namespace

// --- taking colours

void PaletteSheet::take(Rgb colour, const QString& from) {
    const std::size_t added = edits_.add(
        tr("Take a colour"),
        {{0, name_for(colour, edits_.palette()), colour, from.toStdString(), {}, false}});
    say_added(added, 1);
}

void PaletteSheet::say_added(std::size_t added, std::size_t wanted) {
    if (added == wanted) return;
    emit said(
        tr("A palette holds %1 colours; %2 were left out.").arg(kMostColours).arg(wanted - added));
}

void PaletteSheet::add_colour() {
    const PaletteColour* chosen = edits_.chosen();
    take(chosen != nullptr ? chosen->colour : Rgb{0.55F, 0.5F, 0.45F}, tr("added"));
    list_->setFocus();
}

void PaletteSheet::fill_take(QMenu& menu) {
    QMenu* painting = menu.addMenu(tr("The painting"));
    painting->setObjectName(QStringLiteral("take_painting"));
    for (const int count : kCounts)
        painting->addAction(tr("%1 colours").arg(count), this,
                            [this, count] { take_from_picture(count); });
    for (const Reference& reference : desk_.session.document.painting().brief.references) {
        QMenu* each = menu.addMenu(shown_on_button(reference.picture.name));
        for (const int count : kCounts)
            each->addAction(tr("%1 colours").arg(count), this, [this, reference, count] {
                take_from(
                    tr("from %1").arg(shown(reference.picture.name)),
                    [reference](const std::stop_token& stop) { return pixels_of(reference, stop); },
                    count);
            });
    }
    menu.addAction(tr("A picture in a file…"), this, &PaletteSheet::take_file);
}

void PaletteSheet::take_from_picture(int count) {
    if (!meter_.picture()) return;
    take_from(
        tr("from the painting"),
        [picture = meter_.picture()](const std::stop_token&) -> Result<RgbBlock> {
            return *picture;
        },
        count);
}

void PaletteSheet::take_file() {
    const auto path = desk_.ask.to_open(tr("A picture to take colours from"), picture_kinds());
    if (path.empty()) return;
    take_from(
        tr("from %1").arg(text_of(path.filename())),
        [path](const std::stop_token& stop) -> Result<RgbBlock> {
            const auto read = read_finished(path, stop);
            if (!read) return tl::unexpected(read.error());
            return rgb_of(read->picture, rect_of(read->picture.size()));
        },
        5);
}

void PaletteSheet::take_from(const QString& from,
                             std::function<Result<RgbBlock>(const std::stop_token&)> read,
                             int count) {
    hint_->setText(tr("Taking colours %1 …").arg(from));
    hint_->show();
    const auto number = desk_.session.document.number();
    taking_.start([this, from, read = std::move(read), count, number](const std::stop_token& stop,
                                                                      const Deliver& deliver) {
        const auto pixels = read(stop);
        if (!pixels) {
            deliver([this, text = pixels.error().message()] {
                hint_->setText(QString::fromStdString(text));
            });
            return;
        }
        const auto swatches = underpaint::palette_of(shrunk(*pixels, kTakenSide), count);
        if (stop.stop_requested()) return;
        deliver([this, from, swatches, number] {
            hint_->hide();
            if (number != desk_.session.document.number()) return;
            Palette with = edits_.palette();
            std::vector<PaletteColour> colours;
            for (const Swatch& swatch : swatches) {
                PaletteColour colour{
                    0, name_for(swatch.colour, with), swatch.colour, from.toStdString(), {}, false};
                with.colours.push_back(colour);
                colours.push_back(std::move(colour));
            }
            const std::size_t wanted = colours.size();
            say_added(edits_.add(tr("Take colours"), std::move(colours)), wanted);
        });
    });
}

// --- computed colours

void PaletteSheet::fill_opposites(QMenu& menu) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr || !place_on(edits_.wheel(), chosen->colour)) {
        menu.addAction(chosen == nullptr ? tr("Choose a colour first")
                                         : tr("A neutral has no opposite"))
            ->setEnabled(false);
        return;
    }
    for (const Harmony& harmony : kHarmonies) {
        QAction* action = menu.addAction(from_view(harmony.label), this,
                                         [this, &harmony] { suggest_harmony(harmony); });
        action->setToolTip(from_view(harmony.about));
    }
}

void PaletteSheet::suggest_harmony(const Harmony& harmony) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr) return;
    const auto place = place_on(edits_.wheel(), chosen->colour);
    if (!place) return;
    const Reader reader = desk_.session.choices.reader();
    std::vector<GhostColour> ghosts;
    bool unseen = false;
    for (const float turn : harmony.turns) {
        const Suggestion made = suggest(edits_.wheel(), *place + turn, read(reader, chosen->colour),
                                        intensity(chosen->colour), reader);
        unseen = unseen || !made.seen;
        const QString label = harmony.turns.size() == 1
                                  ? tr("opposite of %1").arg(shown(chosen->name))
                                  : QString::fromStdString(name_for(made.colour, edits_.palette()));
        ghosts.push_back(
            {label, made.colour,
             tr("%1, as %2")
                 .arg(from_view(harmony.label).toLower(), from_view(text_of(edits_.wheel()).label))
                 .toStdString()});
    }
    edits_.set_ghosts(std::move(ghosts));
    if (unseen)
        emit said(
            tr("So near white or black sRGB has next to no such colour; what is left is "
               "shown."));
}

void PaletteSheet::fill_mixes(QMenu& menu) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr || edits_.palette().colours.size() < 2) {
        menu.addAction(tr("Two colours are needed"))->setEnabled(false);
        return;
    }
    const auto put = [this](const QString& name, Rgb colour, const QString& from) {
        edits_.set_ghosts({{name, colour, from.toStdString()}});
    };
    QMenu* bridges = nullptr;
    for (const PaletteColour& other : edits_.palette().colours) {
        if (other.id == chosen->id) continue;
        QMenu* with =
            menu.addMenu(swatch_of(other.colour), tr("with %1").arg(shown_on_button(other.name)));
        with->setToolTipsVisible(true);
        for (const MixText& text : kMixTexts) {
            QAction* action = with->addAction(
                tr("as %1").arg(from_view(text.label)), this,
                [put, a = *chosen, other, as = text.as] {
                    put(tr("%1 + %2").arg(shown(a.name), shown(other.name)),
                        mixed(std::array{MixPart{a.colour, 1}, MixPart{other.colour, 1}}, as),
                        tr("mixed from two"));
                });
            action->setToolTip(from_view(text.about));
        }
    }
    menu.addSeparator();
    bridges = menu.addMenu(tr("Bridge of greys to"));
    for (const PaletteColour& other : edits_.palette().colours) {
        if (other.id == chosen->id) continue;
        bridges->addAction(
            swatch_of(other.colour), shown_on_button(other.name), this, [this, a = *chosen, other] {
                std::vector<GhostColour> ghosts;
                constexpr int greys = 3;
                int number = 0;
                for (const Rgb grey :
                     bridge(a.colour, other.colour, greys, desk_.session.choices.reader()))
                    ghosts.push_back({tr("Bridge %1").arg(++number), grey,
                                      tr("between %1 and %2")
                                          .arg(shown(a.name), shown(other.name))
                                          .toStdString()});
                edits_.set_ghosts(std::move(ghosts));
            });
    }
}

void PaletteSheet::fill_mothers(QMenu& menu) {
    for (const PaletteColour& colour : edits_.palette().colours)
        menu.addAction(swatch_of(colour.colour), shown_on_button(colour.name), this,
                       [this, id = colour.id] {
                           Mother mother = edits_.palette().mother.value_or(Mother{});
                           mother.colour = id;
                           edits_.set_mother(mother);
                       });
    menu.addSeparator();
    menu.addAction(tr("No mother"), this, [this] { edits_.set_mother(std::nullopt); });
}

void PaletteSheet::fill_tune(QMenu& menu) {
    QMenu* turn = menu.addMenu(tr("Turn hues"));
    for (const int degrees : {-60, -30, -15, 15, 30, 60, 180})
        turn->addAction(tr("by %1°").arg(signed_figure(degrees, 0)), this, [this, degrees] {
            plan_->tune(tr("Turn the plan's hues"), {static_cast<float>(degrees), 1, 0});
        });
    QMenu* intensity = menu.addMenu(tr("Intensity"));
    for (const auto& [label, times] : {std::pair(tr("half"), 0.5F),
                                       {tr("quieter by a quarter"), 0.75F},
                                       {tr("quieter by a tenth"), 0.9F},
                                       {tr("stronger by a tenth"), 1.1F},
                                       {tr("stronger by a quarter"), 1.25F}})
        intensity->addAction(label, this, [this, times = times] {
            plan_->tune(tr("Change the plan's intensity"), {0, times, 0});
        });
}

// --- files

void PaletteSheet::fill_file(QMenu& menu) {
    menu.addAction(tr("Open a palette…"), this, [this] {
        const auto path =
            desk_.ask.to_open(tr("Open a palette"), tr("Palettes (*.json *.tokens *.csv)"));
        if (!path.empty()) open_file(path);
    });
    menu.addAction(tr("Save as design tokens…"), this,
                   [this] { save_file(QStringLiteral(".json"), tr("Design tokens (*.json)")); });
    menu.addAction(tr("Save as CSV…"), this,
                   [this] { save_file(QStringLiteral(".csv"), tr("CSV (*.csv)")); });
    QMenu* table = menu.addMenu(tr("Save the mixing table"));
    offer_saving(*table, desk_.ask, tr("Save the mixing table"),
                 tr("%1, mixes").arg(shown(desk_.session.document.painting().name)),
                 [this](const std::filesystem::path& path) { emit wants_table(path); });
    menu.addSeparator();
    menu.addAction(tr("Keep among my palettes"), this, [this] {
        const Done kept = library_.keep(desk_.session.document.painting().name, edits_.palette());
        emit said(kept ? tr("The palette is kept as %1.")
                             .arg(shown(desk_.session.document.painting().name))
                       : QString::fromStdString(kept.error().message()));
    });
    QMenu* own = menu.addMenu(tr("My palettes"));
    for (const std::filesystem::path& path : library_.palettes())
        own->addAction(text_of(path.stem()), this, [this, path] { open_file(path); });
    own->setEnabled(!own->isEmpty());
}

void PaletteSheet::open_file(const std::filesystem::path& path) {
    auto read = open_palette(path);
    if (!read) {
        hint_->setText(QString::fromStdString(read.error().message()));
        return hint_->show();
    }
    hint_->setVisible(!read->lost.empty());
    QStringList lost;
    for (const std::string& sentence : read->lost) lost << QString::fromStdString(sentence);
    hint_->setText(lost.mid(0, 4).join(QLatin1Char(' ')));
    const std::size_t wanted = read->colours.size();
    say_added(edits_.add(tr("Open a palette"), std::move(read->colours)), wanted);
}

void PaletteSheet::save_file(const QString& ending, const QString& kinds) {
    const std::string name = desk_.session.document.painting().name;
    desk_.ask.to_save(tr("Save the palette"), kinds, shown(name) + ending,
                      [this, name, palette = edits_.palette()](const std::filesystem::path& path) {
                          const Done saved = save_palette(path, name, palette);
                          hint_->setVisible(!saved);
                          if (!saved)
                              hint_->setText(QString::fromStdString(saved.error().message()));
                      });
}

}  // namespace underpaint
