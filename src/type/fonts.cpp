// SPDX-License-Identifier: GPL-3.0-or-later
#include "type/fonts.h"

#include <QFontDatabase>

// The macro must be used outside any namespace; resources of a static library are not registered
// automatically.
static void take_fonts_in() {
    Q_INIT_RESOURCE(fonts);
}

namespace underpaint {

void load_fonts() {
    static const bool loaded = [] {
        take_fonts_in();
        for (const char* file : {"B612-Regular", "B612-Bold", "B612Mono-Regular", "B612Mono-Bold"})
            QFontDatabase::addApplicationFont(
                QStringLiteral(":/fonts/%1.otf").arg(QLatin1String(file)));
        return true;
    }();
    static_cast<void>(loaded);
}

}  // namespace underpaint
