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

/// All pages: the benches' in their order, then the others'.
/// \param first ids of those that come first
const QList<GuidePage>& guide_pages(const QStringList& first);

}  // namespace underpaint
