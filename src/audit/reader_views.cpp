// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/reader_views.h"

#include "audit/drift.h"
#include "render/grey.h"
#include "render/readings.h"

namespace underpaint {

std::vector<ReaderView> reader_views(const Pyramid& picture, int level,
                                     const std::stop_token& stop) {
    const Pyramid::Level small = picture.level(level);
    const RgbBlock pixels = rgb_of(*small, rect_of(small->size()));
    const FloatBlock lightness = steps_of(pixels, Reader::lightness);
    std::vector<ReaderView> views;
    for (const ReaderText& text : kReaders) {
        if (stop.stop_requested()) break;
        ReaderView view{text.reader, pixels, 0, 0};
        turn_grey(view.grey, text.reader);
        const FloatBlock steps = steps_of(pixels, text.reader);
        DriftTally tally;
        tally.add(steps.samples(), lightness.samples());
        view.p95 = tally.drift().p95;
        view.most = tally.drift().max;
        views.push_back(std::move(view));
    }
    return views;
}

}  // namespace underpaint
