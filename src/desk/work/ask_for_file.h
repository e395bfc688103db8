// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <filesystem>
#include <functional>

namespace underpaint {

/// How a bench asks for a file; it begins where the painting lies. Empty when the person thought
/// better.
struct AskForFile {
    using Path = std::filesystem::path;
    std::function<Path(const QString& title, const QString& kinds)> to_open;
    /// Calls `save` with a name that may be written to: one that was typed without the ending gets
    /// it, and is asked about again when a file has that name.
    /// \param name what is proposed, with its ending
    std::function<void(const QString& title, const QString& kinds, const QString& name,
                       std::function<void(const Path&)> save)>
        to_save;
};

/// Kinds of pictures that are read, for file dialogs.
inline const QString kPictureKinds =
    QStringLiteral("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp *.PNG *.JPG *.JPEG *.TIF)");

inline const QString kPaintingKinds = QStringLiteral("OpenRaster paintings (*.ora)");

}  // namespace underpaint
