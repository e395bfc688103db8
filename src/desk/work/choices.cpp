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

void Choices::set_grey_thumbnails(bool grey) {
    if (std::exchange(grey_thumbnails_, grey) != grey) emit grey_thumbnails_changed();
}

void Choices::use_colour(Rgb colour) {
    constexpr std::size_t most = 24;
    if (!used_colours_.empty() && used_colours_.front() == colour) return;
    std::erase(used_colours_, colour);
    used_colours_.insert(used_colours_.begin(), colour);
    if (used_colours_.size() > most) used_colours_.pop_back();
    emit used_colours_changed();
}

}  // namespace underpaint
