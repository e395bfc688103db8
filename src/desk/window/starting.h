// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

namespace underpaint {

/// For a start with the settings as they were at first, after one that broken ones spoilt. What was
/// set, and the painter's own rules and routes, get other names, so that nothing of them is lost;
/// these are returned. Before anything reads them.
QStringList put_settings_aside();

/// Messages for the painter at a start: settings that were put aside, and a fault that ended the
/// program since the last one, each told once. Empty when there are none.
QString said_at_start(const QStringList& aside);

}  // namespace underpaint
