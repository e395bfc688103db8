// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/choices.h"

namespace underpaint {

void Choices::set_reader(Reader reader) {
    if (reader == reader_) return;
    reader_ = reader;
    emit reader_changed();
}

void Choices::set_scale(ValueScale scale) {
    if (scale == scale_) return;
    scale_ = scale;
    emit scale_changed();
}

void Choices::set_surround(double step) {
    if (step == surround_) return;
    surround_ = step;
    emit surround_changed();
}

}  // namespace underpaint
