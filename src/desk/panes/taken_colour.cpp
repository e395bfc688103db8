// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/taken_colour.h"

#include "desk/kit/words.h"
#include "painting/changes.h"
#include "palette/colour_name.h"
#include "render/probe.h"

namespace underpaint {

QString take_colour(Session& session, QPointF picture) {
    if (!session.document.has_painting()) return {};
    const Shown& shown_now = session.outlook.shown();
    const auto pixel = pixel_at(shown_now.picture.size(), {picture.x(), picture.y()});
    if (!pixel) return {};
    return take_colour(session, probe(shown_now.picture, shown_now.upto, *pixel).now,
                       QObject::tr("from the picture"));
}

QString take_colour(Session& session, Rgb colour, const QString& from) {
    if (!session.document.has_painting()) return {};
    const Painting& painting = session.document.painting();
    Palette palette = painting.palette;
    const std::string name = name_for(colour, palette);
    if (!add_to(palette, {0, name, colour, from.toStdString(), {}, false}))
        return QObject::tr("A palette holds %1 colours.").arg(kMostColours);
    session.document.change(QObject::tr("Take a colour"),
                            with_palette(painting, std::move(palette)));
    return QObject::tr("%1 is in the palette.").arg(shown(name));
}

}  // namespace underpaint
