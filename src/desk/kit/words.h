// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <chrono>
#include <optional>
#include <string>
#include <string_view>

#include "blend/mode.h"
#include "terms/figures.h"

namespace underpaint {

// How figures, names and choices read on screen.

QString label_of(BlendMode mode);
/// A step without needless decimals: "5", "5.5".
QString step_in_words(double step);
/// The step that somebody wrote: "4.5", "4,5" or "4½"; `number` says whether it was one.
double step_from_words(const QString& text, bool* number);
/// "+0.41", "−3.1", with a true minus sign.
inline QString signed_figure(double v, int decimals) {
    return QString::fromStdString(with_sign(v, decimals));
}
/// "19 Nov"
QString short_date(const std::string& iso);
/// A name of the document as it is shown; see shown_name().
QString shown(const std::string& name);
/// "4 h 10 min"
QString time_in_words(double minutes);
/// A moment as it was here: "today at 14:30", "26 November 2026 at 14:30".
QString moment_in_words(std::chrono::sys_seconds when);
/// The same for a button or menu, where a single ampersand would stand for a key.
QString shown_on_button(const std::string& name);
QString from_view(std::string_view text);

}  // namespace underpaint
