// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/thumbnails_panel.h"

#include "audit/shapes.h"
#include "desk/brief/brief_changes.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "files/kept_pictures.h"
#include "raster/turn.h"

namespace underpaint {
namespace {

QString shares(const std::vector<double>& values) {
    QStringList words;
    for (const double share : values) words << QString::number(qRound(100 * share));
    return words.join(QStringLiteral("·"));
}

/// Where a point of a picture lies in another of perhaps another form, by shares of both sides.
Focus carried_over(const Focus& focus, Size from, Size to) {
    return {focus.name,
            {focus.centre.x * to.width / from.width, focus.centre.y * to.height / from.height},
            focus.radius * std::max(to.width, to.height) / std::max(from.width, from.height)};
}

}  // namespace

QString lead_in_words(const ThumbnailFigures& figures) {
    if (!figures.lead || !figures.lead->lead) return QStringLiteral("–");
    return QStringLiteral("%1×").arg(*figures.lead->lead, 0, 'f', 2);
}

std::vector<CardFace::Row> rows_of(const ThumbnailFigures& figures) {
    const auto count = figures.rivals.size();
    const QString near = count == 0   ? ThumbnailsPanel::tr("none near")
                         : count == 1 ? ThumbnailsPanel::tr("1 rival")
                                      : ThumbnailsPanel::tr("%1 rivals").arg(count);
    const QString darks =
        !figures.darks_left
            ? ThumbnailsPanel::tr("none")
            : ThumbnailsPanel::tr("%1:%2, %3")
                  .arg(qRound(100 * *figures.darks_left))
                  .arg(100 - qRound(100 * *figures.darks_left))
                  .arg(figures.dark_pieces == 1
                           ? ThumbnailsPanel::tr("1 piece")
                           : ThumbnailsPanel::tr("%1 pieces").arg(figures.dark_pieces));
    return {{ThumbnailsPanel::tr("two, three values"),
             shares(figures.two.shares) + QStringLiteral("   ") + shares(figures.three.shares)},
            {ThumbnailsPanel::tr("darks left, right"), darks},
            {ThumbnailsPanel::tr("rivals"), near, true}};
}

ThumbnailsPanel::ThumbnailsPanel(const Desk& desk, QWidget* parent)
    : PictureStrip(desk, "thumbnails", tr("Thumbnails"), kKeptThumbnail, parent),
      session_(desk.session),
      meter_(desk.meters.brief) {
    set_empty(
        tr("Bring in up to eight small pictures or sketches of arrangements. Each is measured "
           "for what leads in it, how its values part and how its darks lie."));
    pairs_ = action_button("pairs", tr("Pair by pair"),
                           tr("Two at a time, side by side; the better one stays"));
    connect(pairs_, &QPushButton::clicked, this, &ThumbnailsPanel::wants_pairs);
    add_button(pairs_);
    connect(this, &PictureStrip::brought, this, &ThumbnailsPanel::add);
    connect(this, &PictureStrip::card_made, this, [this](int made) {
        const auto at = static_cast<std::size_t>(made);
        PictureCard& one = card(at);
        one.setToolTip(
            tr("Click the picture where it should lead; click its name to choose it for "
               "the plan. The right button has more"));
        one.set_menu([this, at](QMenu& menu) { fill_menu(menu, at); });
        connect(&one, &PictureCard::chosen, this, [this, at] { choose(at); });
        connect(&one, &PictureCard::pointed, this,
                [this, at](double x, double y) { place_focus(at, x, y); });
    });
    connect(&meter_, &BriefMeter::pictures_changed, this, &ThumbnailsPanel::refresh);
    refresh();
}

CardFace ThumbnailsPanel::face_of(std::size_t at) const {
    const Brief& brief = session_.document.painting().brief;
    const Thumbnail& thumbnail = brief.thumbnails[at];
    CardFace face;
    face.chosen = brief.chosen == at;
    face.title = face.chosen ? tr("%1 · chosen").arg(at + 1) : QString::number(at + 1);
    face.waiting = tr("is measured…");
    const auto* seen = meter_.seen(thumbnail);
    if (seen == nullptr) return face;
    face.image = seen->image;
    face.waiting = tr("It can't be read.");
    if (!seen->figures) return face;
    const ThumbnailFigures& figures = *seen->figures;
    face.about =
        tr("%1, %2").arg(from_view(name_of(figures.key)), from_view(width_of(figures.range)));
    face.figure_label = tr("lead");
    face.figure = lead_in_words(figures);
    face.rows = rows_of(figures);
    const Size size = thumbnail.picture.size;
    face.rings.push_back({figures.focus.centre.x / size.width, figures.focus.centre.y / size.height,
                          figures.focus.radius / size.width, !thumbnail.focus});
    return face;
}

void ThumbnailsPanel::refresh() {
    // A slider on another bench changes the painting many times a second; a hidden panel ignores
    // that.
    if (!isVisible()) return;
    const bool any = session_.document.has_painting();
    const Brief brief = any ? session_.document.painting().brief : Brief{};
    const std::size_t count = brief.thumbnails.size();
    set_cards(count, count > 4 ? 4 : 3);
    for (std::size_t i = 0; i < count; ++i) card(i).set_face(face_of(i));
    pairs_->setVisible(count >= 2);
    std::vector<std::optional<ThumbnailFigures>> figures;
    for (const Thumbnail& thumbnail : brief.thumbnails) {
        const auto* seen = meter_.seen(thumbnail);
        figures.push_back(seen != nullptr ? seen->figures : std::nullopt);
    }
    QString about = tr("which arrangement leads best, before anything is painted");
    if (count >= 2 && std::ranges::all_of(figures, [](const auto& f) { return f.has_value(); })) {
        QStringList places;
        for (const std::size_t place : ranked(figures, session_.document.painting().plan))
            places << QString::number(place + 1);
        about = tr("by the plan: %1 · which leads best, before anything is painted")
                    .arg(places.join(QStringLiteral(", ")));
    }
    set_about(about);
}

void ThumbnailsPanel::add(const KeptPicture& picture) {
    if (session_.document.painting().brief.thumbnails.size() >= kMostThumbnails)
        return say(tr("There are eight thumbnails. Remove one before another comes in."));
    change_brief(session_, tr("Bring in a thumbnail"), [&](Brief& brief) {
        brief.thumbnails.push_back({picture, {}});
    });
}

void ThumbnailsPanel::place_focus(std::size_t at, double x, double y) {
    change_brief(session_, tr("Say where thumbnail %1 leads").arg(at + 1), [&](Brief& brief) {
        Thumbnail& thumbnail = brief.thumbnails[at];
        const Size size = thumbnail.picture.size;
        thumbnail.focus = {"Focus",
                           {x * size.width, y * size.height},
                           kUsualFocus * std::max(size.width, size.height)};
    });
}

void ThumbnailsPanel::choose(std::size_t at) {
    const Painting& painting = session_.document.painting();
    const Thumbnail& thumbnail = painting.brief.thumbnails[at];
    const auto* seen = meter_.seen(thumbnail);
    if (seen == nullptr) return say(tr("It is still being measured."));
    if (!seen->figures) return;
    say({});
    const ThumbnailFigures& figures = *seen->figures;
    Brief brief = painting.brief;
    brief.chosen = at;
    Plan plan = painting.plan;
    plan.range = figures.range;
    plan.key = figures.key;
    plan.shares[ShapeCount::three] = figures.three.shares;
    // The first focus keeps its name; the other foci stay where they are.
    std::vector<Focus> foci = painting.plan.foci;
    Focus focus = carried_over(figures.focus, thumbnail.picture.size, painting.size());
    if (foci.empty()) {
        foci.push_back(focus);
    } else {
        foci.front().centre = focus.centre;
        foci.front().radius = focus.radius;
    }
    Painting next = with_plan(with_brief(painting, std::move(brief)), std::move(plan));
    next = with_splits(std::move(next), ShapeCount::three, figures.three.splits);
    session_.document.change(tr("Choose thumbnail %1").arg(at + 1),
                             with_foci(std::move(next), std::move(foci)));
}

void ThumbnailsPanel::fill_menu(QMenu& menu, std::size_t at) {
    const auto add = [&](const char* name, const QString& label, auto act) {
        QAction* action = menu.addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        connect(action, &QAction::triggered, this, act);
        return action;
    };
    const Brief& brief = session_.document.painting().brief;
    add("thumbnail_choose", tr("Choose for the plan"), [this, at] { choose(at); });
    if (brief.chosen == at)
        add("thumbnail_unchoose", tr("Choose none"), [this] {
            change_brief(session_, tr("Choose no thumbnail"), [](Brief& b) { b.chosen.reset(); });
        });
    add("thumbnail_suggest", tr("Lead where contrast is greatest"), [this, at] {
        change_brief(session_, tr("Suggested focus"),
                     [&](Brief& b) { b.thumbnails[at].focus.reset(); });
    })->setEnabled(brief.thumbnails[at].focus.has_value());
    add("thumbnail_mirror", tr("Mirror"), [this, at] {
        const Thumbnail& thumbnail = session_.document.painting().brief.thumbnails[at];
        const auto pixels = pixels_of(thumbnail.picture);
        if (!pixels) return;
        auto kept = keep(turned(*pixels, Turn::mirror), thumbnail.picture.name, kKeptThumbnail);
        if (!kept) return say(QString::fromStdString(kept.error().message()));
        change_brief(session_, tr("Mirror thumbnail %1").arg(at + 1), [&](Brief& b) {
            Thumbnail& mirrored = b.thumbnails[at];
            if (mirrored.focus)
                mirrored.focus->centre.x = mirrored.picture.size.width - mirrored.focus->centre.x;
            mirrored.picture = *kept;
        });
    });
    add("thumbnail_ghost", tr("Lay over the canvas"), [this, at] { emit wants_ghost(at); });
    menu.addSeparator();
    add("thumbnail_remove", tr("Remove"), [this, at] {
        change_brief(session_, tr("Remove thumbnail %1").arg(at + 1), [&](Brief& b) {
            b.thumbnails.erase(b.thumbnails.begin() + std::ptrdiff_t(at));
            if (b.chosen == at)
                b.chosen.reset();
            else if (b.chosen && *b.chosen > at)
                --*b.chosen;
        });
    });
}

}  // namespace underpaint
