// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/limits.h"

#include <fmt/format.h>

#include <algorithm>
#include <fstream>
#include <limits>

namespace underpaint {
namespace {

constexpr std::uint64_t kReserve = std::uint64_t{256} << 20;
constexpr auto kAll = std::numeric_limits<std::uint64_t>::max();

std::uint64_t number_in(const char* path) {
    std::uint64_t number = kAll;
    std::ifstream(path) >> number;  // reading the word "max" leaves no number
    return number;
}

/// What the container that this runs in, if any, still allows.
std::uint64_t left_in_group() {
    const std::uint64_t most = number_in("/sys/fs/cgroup/memory.max");
    const std::uint64_t taken = number_in("/sys/fs/cgroup/memory.current");
    return most == 0 || most == kAll || taken == kAll ? kAll : most - std::min(most, taken);
}

std::string gigabytes(std::uint64_t bytes) {
    return fmt::format("{:.1f} GB", static_cast<double>(bytes) / 1e9);
}

}  // namespace

Done check_size(const std::string& file, std::uint64_t width, std::uint64_t height,
                std::uint64_t pixel_bytes) {
    if (width == 0 || height == 0)
        return trouble(file, "it claims to be " + std::to_string(width) + " x " +
                                 std::to_string(height) + " pixels, so there is nothing in it.");
    if (width > kMaxSide || height > kMaxSide || width * height > kMaxPixels)
        return trouble(file, "it claims to be " + std::to_string(width) + " x " +
                                 std::to_string(height) + " pixels; at most " +
                                 std::to_string(kMaxPixels / 1'000'000) + " megapixels, and " +
                                 std::to_string(kMaxSide) + " along a side, can be opened.");
    return pixel_bytes > 0 ? check_memory(file, width * height * pixel_bytes) : Done();
}

std::uint64_t free_memory() {
    std::ifstream info("/proc/meminfo");
    std::uint64_t system = kAll;
    for (std::string word; info >> word;)
        if (std::uint64_t kilobytes = 0; word == "MemAvailable:" && info >> kilobytes)
            system = kilobytes * 1024;
    return std::min(system, left_in_group());
}

Done check_memory(const std::string& file, std::uint64_t bytes, std::uint64_t free) {
    const std::uint64_t usable = free > kReserve ? free - kReserve : 0;
    if (bytes <= usable) return {};
    return trouble(file, "this needs " + gigabytes(bytes) + " of memory, and " + gigabytes(usable) +
                             " are free. Close other programs, or work on a smaller copy.");
}

}  // namespace underpaint
