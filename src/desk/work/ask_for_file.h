// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>
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

/// For file dialogs: the pictures that are read, with further endings after theirs.
QString picture_kinds(const QString& label, const QStringList& more = {});
QString picture_kinds();

inline const QString kPaintingKinds = QStringLiteral("OpenRaster paintings (*.ora)");

}  // namespace underpaint
