// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>

#include "painting/brief.h"
#include "raster/picture.h"

namespace underpaint {

/// Chooses a picture for an editor: the references of the brief by name, or a file. Without
/// references it is the file at once; else a menu opens at the button that was pressed.
void choose_reference(QWidget& button, const Brief& brief,
                      const std::function<void(const Picture&)>& take,
                      const std::function<void()>& ask_for_file);

}  // namespace underpaint
