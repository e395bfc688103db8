// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/watched_file.h"

#include <fmt/chrono.h>
#include <fmt/format.h>

#include <malloc.h>

#include <cmath>

#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "files/pixel_sum.h"
#include "render/readings.h"
#include "watch/bring_back.h"
#include "watch/layer_changes.h"

namespace underpaint {
namespace {

/// Between two looks: at rest, for disks that tell of nothing; while the file settles; and when it
/// was read already and only its rest is waited for.
constexpr std::chrono::milliseconds kAtRest{2000}, kWhileItSettles{100}, kOnceItWasRead{20};

}  // namespace

WatchedFile::WatchedFile(std::filesystem::path path, std::optional<Painting> against, Reader reader,
                         HouseRules own_rules, SaveLedger known, Now now)
    : path_(std::move(path)), reader_(reader), rules_(std::move(own_rules)), now_(std::move(now)) {
    if (against) against_ = Against{std::move(*against), reader_, rules_};
    if (known.saves().empty()) return;
    const KeptSave& last = known.saves().back();
    number_ = last.number;
    last_sum_ = last.pixels;
    if (!against_) return;
    ground_ = compared_ground(against_->painting, reader_);
    if (last.picture)
        if (const auto pixels = pixels_of(*last.picture))
            last_ = small_copy(*pixels, ground_->size);
}

void WatchedFile::take_unlike() {
    even_unlike_ = again_ = true;
    last_sum_.reset();
}

std::chrono::milliseconds WatchedFile::next_look() const {
    if (!waits()) return kAtRest;
    return early_ ? kOnceItWasRead : kWhileItSettles;
}

void WatchedFile::rest() const {
    if (against_ && !levels_in_use_) against_->painting.ground()->forget_levels();
    // The allocator would keep the memory of a large picture.
    ::malloc_trim(0);
}

std::optional<WatchedFile::Event> WatchedFile::look(
    Clock::time_point moment, const std::stop_token& stop,
    const std::function<void(const Sketch&)>& sketch) {
    if (std::exchange(again_, false)) settling_ = {};
    const auto before = stamp_of(path_);
    if (!settling_.look(before, moment)) {
        // Reading takes about as long as the file has to rest, so it starts early.
        if (settling_.pauses(moment) && !(early_ && early_->stamp == before)) {
            early_.emplace(before, read_finished(path_, stop));
            if (stamp_of(path_) != before) early_.reset();
        }
        if (early_ && early_->stamp != before) early_.reset();
        return std::nullopt;
    }
    auto read = early_ && early_->stamp == before && early_->picture ? std::move(early_->picture)
                                                                     : read_finished(path_, stop);
    early_.reset();
    if (stop.stop_requested()) return std::nullopt;
    // If the file changed during reading, it is read again when it rests.
    if (stamp_of(path_) != before) {
        settling_.look(stamp_of(path_), moment);
        return std::nullopt;
    }
    if (!read) {
        if (!settling_.was_torn(moment)) return std::nullopt;
        const std::string words = read.error().message();
        if (words == last_trouble_) return std::nullopt;
        last_trouble_ = words;
        return Unreadable{words};
    }
    settling_.was_whole();
    last_trouble_.clear();
    return take(std::move(read->picture), stop, sketch);
}

/// What became of the file's layers, those first that the change lies on.
std::string WatchedFile::layers_since(const FloatBlock& place, const Alignment& where, Size file,
                                      const std::stop_token& stop) {
    if (!looks_like_openraster(path_)) return {};
    auto list = list_layers(path_);
    if (!list) return {};
    const std::vector<ListedLayer> before = std::exchange(last_layers_, list->layers);
    if (before.empty()) return {};
    double whole = 0;
    for (const float each : place.samples()) whole += static_cast<double>(each);
    const auto covered = [&](std::size_t at) {
        const ListedLayer& layer = list->layers[at];
        if (whole <= 0 || layer.pixels == 0) return 0.0;
        auto mask = layer_mask(path_, layer, file, stop);
        if (!mask) return 0.0;
        const SharedPicture placed =
            in_frame_of(against_->painting.size(), share(std::move(*mask)), where);
        const RgbBlock cover = small_copy(placed->base(), ground_->size);
        double shared = 0;
        for (std::size_t i = 0; i < place.samples().size(); ++i)
            shared += static_cast<double>(place.samples()[i] * cover.all().g[i]);
        return shared / whole;
    };
    return in_words(by_blame(layer_changes(before, list->layers), covered));
}

std::optional<WatchedFile::Event> WatchedFile::take(
    Picture picture, const std::stop_token& stop,
    const std::function<void(const Sketch&)>& sketch) {
    // A save with the same pixels is not counted.
    const std::uint64_t sum = pixel_sum(picture);
    if (sum == last_sum_) return std::nullopt;
    Saved saved;
    levels_in_use_ = against_ && against_->painting.ground()->level_bytes() > 0;
    if (!against_) {
        const std::string date = fmt::format(
            "{:%Y-%m-%d}", fmt::localtime(std::chrono::system_clock::to_time_t(now_())));
        // Tiles are shared: this copies none.
        against_ = Against{sealed_from(picture, path_.stem().string(), date), reader_, rules_};
        saved.sealed = true;
    }
    if (!ground_) ground_ = compared_ground(against_->painting, reader_);
    KeptSave& kept = saved.kept;
    RgbBlock copy;
    FloatBlock place;
    const auto in_frame = [&](const SharedPicture& placed) {
        // The alignment has made its halvings already, and they are small.
        const auto halved = at_kept_scale(*placed);
        copy = small_copy(*halved, ground_->size);
        const StatePair pair = state_pair(
            *ground_, last_.area().size().area() > 0 ? last_ : ground_->colours, copy, reader_);
        saved.changes = changes_between(pair, against_->painting);
        if (sketch) {
            std::vector<float> drift;
            for (std::size_t i = 0; i < pair.is.samples().size(); ++i)
                drift.push_back(std::abs(pair.is.samples()[i] - ground_->sealed.samples()[i]));
            sketch({at_share(std::move(drift), 0.95), saved.changes});
        }
        place = changed_place(pair);
        if (auto jpeg = keep(*halved, fmt::format("Save {}", number_ + 1), kKeptSave))
            kept.picture = std::move(*jpeg);
    };
    auto measured =
        measure_save(*against_, std::move(picture), even_unlike_ || saved.sealed, stop, in_frame);
    if (stop.stop_requested()) return std::nullopt;
    last_sum_ = sum;
    if (!measured) return Unreadable{measured.error().message()};
    if (auto* unlike = std::get_if<Unlike>(&*measured)) return std::move(*unlike);
    saved.save = std::get<Save>(std::move(*measured));
    against_->known = std::make_shared<const Audit>(saved.save.audit);
    last_ = std::move(copy);
    kept.number = ++number_;
    kept.when = now_();
    kept.size = saved.save.size;
    kept.where = saved.save.where;
    kept.figures = column_figures(saved.save.figures());
    kept.changed = in_short(saved.changes, against_->painting);
    for (const std::string& each : saved.save.notices)
        kept.notices += (kept.notices.empty() ? "" : " ") + each;
    kept.pixels = sum;
    kept.layers = layers_since(place, kept.where, kept.size, stop);
    return saved;
}

}  // namespace underpaint
