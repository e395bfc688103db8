// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/picture_formats.h"

namespace underpaint {
namespace {

std::vector<std::string_view> words_of(std::string_view text) {
    std::vector<std::string_view> words;
    while (!text.empty()) {
        const std::size_t end = std::min(text.find(' '), text.size());
        words.push_back(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return words;
}

}  // namespace

std::span<const PictureFormat> picture_formats() {
#define PICTURE_FORMAT(token, name, type, endings) {name, words_of(endings)},
    static const std::vector<PictureFormat> all{
#include "files/picture_formats.def"
    };
#undef PICTURE_FORMAT
    return all;
}

std::string names_of_picture_formats(std::string_view joined_by) {
    std::string names;
    const auto all = picture_formats();
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (i > 0) names += i + 1 < all.size() ? ", " : " " + std::string(joined_by) + " ";
        names += all[i].name;
    }
    return names;
}

}  // namespace underpaint
