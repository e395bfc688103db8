// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/watched_file.h"

#include "files/openraster.h"

namespace underpaint {

WatchedFile::WatchedFile(std::filesystem::path path, std::optional<Painting> against, Reader reader,
                         HouseRules own_rules, std::string date)
    : path_(std::move(path)),
      reader_(reader),
      rules_(std::move(own_rules)),
      date_(std::move(date)) {
    if (against) against_ = Against{std::move(*against), reader_, rules_};
}

std::optional<WatchedFile::Event> WatchedFile::look(Clock::time_point moment,
                                                    const std::stop_token& stop) {
    const auto before = stamp_of(path_);
    if (!settling_.look(before, moment)) return std::nullopt;
    auto read = read_finished(path_, stop);
    if (stop.stop_requested()) return std::nullopt;
    // What changed while it was read is no figure of anything: it is read again when it rests.
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
    return take(std::move(read->picture), stop);
}

std::optional<WatchedFile::Event> WatchedFile::take(Picture picture, const std::stop_token& stop) {
    // A save that changed nothing is not one.
    if (last_pixels_ && same_pixels(last_pixels_->base(), picture)) return std::nullopt;
    last_pixels_ = share(picture);
    ++number_;
    if (!against_) {
        const Size size = picture.size();
        against_ =
            Against{sealed_from(std::move(picture), path_.stem().string(), date_), reader_, rules_};
        return Sealed{size};
    }
    auto save = measure_save(*against_, path_.string(), std::move(picture), stop);
    if (stop.stop_requested()) return std::nullopt;
    if (!save) return Unreadable{save.error().message()};
    save->number = number_;
    auto changes = changes_since(last_ ? last_ : against_->painting.ground(), *save, reader_);
    last_ = save->picture();
    return Saved{std::move(*save), std::move(changes)};
}

}  // namespace underpaint
