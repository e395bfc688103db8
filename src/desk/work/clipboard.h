// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QClipboard>
#include <QGuiApplication>
#include <QMimeData>

namespace underpaint {

/// The content of the clipboard; where it is empty, an empty object: Qt may have none at all.
inline const QMimeData& on_clipboard() {
    static const QMimeData nothing;
    const QMimeData* data = QGuiApplication::clipboard()->mimeData();
    return data != nullptr ? *data : nothing;
}

}  // namespace underpaint
