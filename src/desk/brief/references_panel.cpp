// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/references_panel.h"

#include "desk/brief/brief_changes.h"
#include "desk/brief/take_from.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/words.h"
#include "desk/panes/taken_colour.h"
#include "files/kept_pictures.h"

namespace underpaint {
namespace {

/// Tints that are common for reading a grey picture's warmth.
struct TintText {
    const char* label;
    Rgb colour;
};
constexpr TintText kTints[] = {{"Sienna", {0.63F, 0.32F, 0.18F}},
                               {"Ochre", {0.80F, 0.58F, 0.24F}},
                               {"Slate blue", {0.32F, 0.42F, 0.58F}}};

}  // namespace

ReferencesPanel::ReferencesPanel(const Desk& desk, QWidget* parent)
    : PictureStrip(desk, "references", tr("References"), kKeptReference, parent),
      session_(desk.session),
      meter_(desk.meters.brief) {
    set_empty(
        tr("Bring in three or four pictures that do what this one is to do: their key, range, "
           "swing and colours are measured, and can be taken for the brief."));
    connect(this, &PictureStrip::brought, this, [this](const KeptPicture& picture) {
        change_brief(session_, tr("Bring in a reference"), [&](Brief& brief) {
            brief.references.push_back({picture, {}});
        });
    });
    connect(this, &PictureStrip::card_made, this, [this](int made) {
        const auto at = static_cast<std::size_t>(made);
        PictureCard& one = card(at);
        one.setToolTip(
            tr("Click the picture to take a colour from it for the strip of colours; C takes the "
               "one under the pointer into the palette. The dotted ring: where its strongest "
               "colour sits. The right button has more"));
        one.set_menu([this, at](QMenu& menu) { fill_menu(menu, at); });
        connect(&one, &PictureCard::pointed, this,
                [this, at](double x, double y) { pick(at, x, y); });
        connect(&one, &PictureCard::takes_colour, this, [this, at](double x, double y) {
            say(take_colour(session_, colour_of(at, x, y),
                            tr("from %1").arg(card(at).face().title)));
        });
    });
    connect(&meter_, &BriefMeter::pictures_changed, this, &ReferencesPanel::refresh);
    refresh();
}

CardFace ReferencesPanel::face_of(std::size_t at) const {
    const Reference& reference = session_.document.painting().brief.references[at];
    CardFace face;
    face.title = shown(reference.picture.name);
    face.waiting = tr("is measured…");
    const auto* seen = meter_.seen(reference);
    if (seen == nullptr) return face;
    face.image = seen->image;
    face.waiting = tr("It can't be read.");
    if (!seen->figures) return face;
    const PictureFigures& figures = *seen->figures;
    face.swatches = figures.colours;
    face.rows = {
        {tr("%1, %2").arg(from_view(name_of(figures.key)), from_view(width_of(figures.range))),
         figures.grey ? tr("grey") : tr("swing %1").arg(signed_figure(figures.swing, 1)),
         figures.grey}};
    if (const auto& strongest = figures.strongest) {
        face.rings.push_back({strongest->middle.x, strongest->middle.y, 0.05, true});
        face.rows.push_back(
            {tr("strongest %1")
                 .arg(from_view(kStrongestAts[static_cast<std::size_t>(strongest->at)].label)),
             QStringLiteral("%1%").arg(100 * strongest->area, 0, 'f', 1)});
    } else {
        face.rows.push_back({tr("no colour in it"), QStringLiteral("–")});
    }
    return face;
}

void ReferencesPanel::refresh() {
    if (!isVisible()) return;
    const std::size_t count =
        session_.document.has_painting() ? session_.document.painting().brief.references.size() : 0;
    set_cards(count, std::clamp(static_cast<int>(count), 3, 4));
    for (std::size_t i = 0; i < count; ++i) card(i).set_face(face_of(i));
    set_about(count > kUsualReferences
                  ? tr("%1 of them; three or four are kept in mind more easily").arg(count)
                  : tr("three or four; what they do, in figures"));
}

Rgb ReferencesPanel::colour_of(std::size_t at, double x, double y) {
    const QImage image = card(at).face().image;
    const Pixel pixel =
        nearest_pixel({image.width(), image.height()}, {x * image.width(), y * image.height()});
    const QColor c = image.pixelColor(pixel.x, pixel.y);
    return {static_cast<float>(c.redF()), static_cast<float>(c.greenF()),
            static_cast<float>(c.blueF())};
}

void ReferencesPanel::pick(std::size_t at, double x, double y) {
    const Rgb colour = colour_of(at, x, y);
    session_.choices.use_colour(colour);
    say(tr("%1 is in the strip of colours now.").arg(hex_of(colour)));
}

void ReferencesPanel::turn(std::size_t at, Turn turn, const QString& what) {
    const Reference& reference = session_.document.painting().brief.references[at];
    const auto pixels = pixels_of(reference.picture);
    if (!pixels) return;
    auto kept = keep(turned(*pixels, turn), reference.picture.name, kKeptReference);
    if (!kept) return say(QString::fromStdString(kept.error().message()));
    change_brief(session_, what, [&](Brief& brief) { brief.references[at].picture = *kept; });
}

void ReferencesPanel::tint(std::size_t at, std::optional<Rgb> colour) {
    change_brief(session_, colour ? tr("Tint a reference") : tr("Tint no reference"),
                 [&](Brief& brief) { brief.references[at].tint = colour; });
}

void ReferencesPanel::fill_menu(QMenu& menu, std::size_t at) {
    const auto add = [&](QMenu& to, const char* name, const QString& label, auto act) {
        QAction* action = to.addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        connect(action, &QAction::triggered, this, act);
    };
    const Reference& reference = session_.document.painting().brief.references[at];
    const auto* seen = meter_.seen(reference);
    if (seen != nullptr && seen->figures)
        add(menu, "reference_take", tr("Take its key, range and swing"),
            [this, figures = *seen->figures] { take_from(session_, figures, tr("a reference")); });
    for (const auto& [name, label, how] :
         {std::tuple("reference_mirror", tr("Mirror"), Turn::mirror),
          {"reference_left", tr("Turn to the left"), Turn::left},
          {"reference_right", tr("Turn to the right"), Turn::right}})
        add(menu, name, label, [this, at, how = how, label = label] { turn(at, how, label); });
    if (reference.tint || (seen != nullptr && seen->figures && seen->figures->grey)) {
        QMenu* tints = menu.addMenu(tr("Tint"));
        for (const TintText& text : kTints)
            add(*tints, "reference_tint", tr(text.label),
                [this, at, colour = text.colour] { tint(at, colour); });
        const auto& used = session_.choices.used_colours();
        if (!used.empty())
            add(*tints, "reference_tint_used", tr("The colour used last"),
                [this, at, colour = used.front()] { tint(at, colour); });
        if (reference.tint)
            add(*tints, "reference_tint_none", tr("None"), [this, at] { tint(at, {}); });
    }
    menu.addSeparator();
    add(menu, "reference_remove", tr("Remove"), [this, at] {
        change_brief(session_, tr("Remove a reference"), [&](Brief& brief) {
            brief.references.erase(brief.references.begin() + std::ptrdiff_t(at));
        });
    });
}

}  // namespace underpaint
