// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "painting/painting.h"

namespace underpaint {

// How it is said where a pass lands.

/// "everything", "Sky, Pools", "3 parts", and the value band where there is one: "Sky, 6-9".
QString reach_in_words(const Painting& painting, const Reach& reach);
/// "whole picture", "Sky, Pools", "3 parts"
QString parts_in_words(const Painting& painting, const Reach& reach);

}  // namespace underpaint
