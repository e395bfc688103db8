// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_feed.h"

#include "files/png.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

constexpr std::uint64_t kMostHeld = 200'000'000;  // bytes of the layers that one walk makes

}  // namespace

LayerFeed::LayerFeed(std::string file, const Painting& painting, const LayerMaker& maker,
                     const OldEntries& before, const std::vector<Layer>& layers,
                     std::stop_token stop, Progress progress)
    : file_(std::move(file)),
      painting_(painting),
      maker_(maker),
      before_(before),
      layers_(layers),
      stop_(std::move(stop)),
      progress_(std::move(progress)) {
    for (std::size_t i = 0; i < layers_.size(); ++i) all_ += maker_.bytes_of(i);
}

Result<Bytes> LayerFeed::take(std::size_t layer) {
    if (!made_.contains(layer)) {
        if (Bytes bytes = before_.take(painting_, maker_.plan(layer)); !bytes.empty()) {
            tell(layer);
            return bytes;
        }
        if (Done done = make_from(layer); !done) return tl::unexpected(done.error());
    }
    tell(layer);
    return std::move(made_.extract(layer).mapped());
}

/// This one, and as many of those after it that are to be made as may be held.
Done LayerFeed::make_from(std::size_t layer) {
    std::vector<std::size_t> wanted;
    std::uint64_t held = 0;
    for (std::size_t i = layer; i < layers_.size(); ++i) {
        if (maker_.ready(i) || before_.has(painting_, maker_.plan(i))) continue;
        held += maker_.bytes_of(i);
        if (!wanted.empty() && held > kMostHeld) break;
        wanted.push_back(i);
    }
    auto made = maker_.make(wanted, stop_);
    if (!made) return stopped();
    std::vector<Result<Bytes>> packed(wanted.size());
    in_parallel(std::size_t{0}, wanted.size(), [&](std::size_t k) {
        if (!stop_.stop_requested()) packed[k] = write_png(file_, std::move((*made)[k]));
    });
    if (stop_.stop_requested()) return stopped();
    for (std::size_t k = 0; k < wanted.size(); ++k) {
        if (!packed[k]) return tl::unexpected(packed[k].error());
        made_[wanted[k]] = std::move(*packed[k]);
    }
    return {};
}

void LayerFeed::tell(std::size_t layer) {
    done_ += maker_.bytes_of(layer);
    if (progress_ && all_ > 0) progress_(static_cast<float>(done_) / static_cast<float>(all_));
}

}  // namespace underpaint
