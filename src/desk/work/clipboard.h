// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QClipboard>
#include <QGuiApplication>
#include <QMimeData>

namespace underpaint {

/// What is on the clipboard; nothing is an empty one, where Qt may have no object at all.
inline const QMimeData& on_clipboard() {
    static const QMimeData nothing;
    const QMimeData* data = QGuiApplication::clipboard()->mimeData();
    return data != nullptr ? *data : nothing;
}

}  // namespace underpaint
