// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

namespace underpaint {

/// A page of the guide as it ships with the program.
struct GuidePage {
    QString id;        ///< "passes", of docs/guide/passes.md
    QString title;     ///< its first heading
    QString markdown;  ///< without pictures: the window itself is there to be looked at
};

/// All pages; those of these ids come first, in their order.
QList<GuidePage> guide_pages(const QStringList& first);

}  // namespace underpaint
