// SPDX-License-Identifier: GPL-3.0-or-later
// What the menu has for flats that are shaded after.
#include "audit/part_tones.h"
#include "audit/shade_balance.h"
#include "desk/passes/lay_menu.h"

namespace underpaint {
namespace {

constexpr Rgb kGround = grey(0.6F);

}  // namespace

void LayMenu::add_flats() {
    const auto add = [this](const char* name, const QString& label, const QString& about,
                            void (LayMenu::*act)()) {
        QAction* action = addAction(label);
        action->setObjectName(QLatin1String(name));
        action->setToolTip(about);
        connect(action, &QAction::triggered, this, act);
    };
    add("lay_ground", tr("Plain ground"),
        tr("One colour over the seal, beneath all passes: flats are laid on it, and nothing is "
           "judged until they are shaded"),
        &LayMenu::lay_ground);
    add("lay_flats", tr("A flat for each part"),
        tr("A tint for each part, as light as its lights, to be given its colour"),
        &LayMenu::lay_flats);
    add("lay_shading", tr("Shade over and under"),
        tr("The sealed greys over and under all that is laid, balanced so that they are kept best"),
        &LayMenu::lay_shading);
}

/// One that is there already is only chosen, and keeps its colour.
void LayMenu::lay_ground() {
    if (!plain_ground(session_.document.painting()))
        session_.document.change(tr("Start from a plain ground"),
                                 with_plain_ground(session_.document.painting(), kGround));
    if (const auto ground = plain_ground(session_.document.painting()))
        session_.outlook.set_moment(*ground + 1);
}

void LayMenu::lay_flats() {
    job_.start([this, painting = session_.document.painting(), number = session_.document.number()](
                   const std::stop_token& stop, const auto& deliver) {
        const auto tones = part_tones(painting, 0, stop);
        if (!tones) return;
        std::vector<Flat> flats;
        for (const PartTones& tone : *tones) flats.push_back({tone.part, tone.lights});
        deliver([this, number, flats] {
            if (session_.document.number() != number) return;
            if (flats.empty()) {
                emit trouble(
                    tr("There are no parts to lay flats on. Draw some on the Values bench."));
                return;
            }
            const std::size_t first = session_.document.painting().passes.size();
            session_.document.change(tr("Lay flats"),
                                     with_flats(session_.document.painting(), flats));
            session_.outlook.set_moment(first + 1);
        });
    });
}

/// The balance is sought beside the interface; one more or less pass by then does no harm.
void LayMenu::lay_shading() {
    job_.start(
        [this, painting = session_.document.painting(), number = session_.document.number(),
         reader = session_.choices.reader()](const std::stop_token& stop, const auto& deliver) {
            const Painting shaded = with_shading(painting, kBalance.usual);
            const auto balance =
                balance_for(shaded, *shading_at(shaded, shaded.passes.size() - 1), reader, stop);
            if (!balance) return;
            deliver([this, number, best = balance->best] {
                if (session_.document.number() != number) return;
                const Painting now = with_shading(session_.document.painting(), best);
                session_.document.change(tr("Shade over and under"), now);
                session_.outlook.choose_group(now.passes.back().group);
            });
        });
}

}  // namespace underpaint
