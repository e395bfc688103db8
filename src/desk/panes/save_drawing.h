// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <QRectF>
#include <QString>
#include <filesystem>
#include <functional>

#include "desk/work/ask_for_file.h"
#include "terms/result.h"

class QPainter;

namespace underpaint {

/// A sheet that is drawn once and saved as a page (.pdf, A4 lying), vectors (.svg) or a picture
/// (.png), by the ending of the file's name; in one step, so that what was there before is whole.
/// \param width of the sheet on a screen, in pixels; its sides are those of A4
/// \param draw into a painter whose pixels are those of a screen, on white
[[nodiscard]] Done save_drawing(const std::filesystem::path& path, const QString& title,
                                double width,
                                const std::function<void(QPainter&, const QRectF& page)>& draw);

/// The three ways of saving a drawing as entries of a menu, each of which asks for a file.
/// \param name  that is proposed, without its ending
void offer_saving(QMenu& menu, const AskForFile& ask, const QString& title, const QString& name,
                  const std::function<void(const std::filesystem::path&)>& save);

}  // namespace underpaint
