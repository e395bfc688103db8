// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/path_text.h"

#include <fmt/format.h>

#include <cctype>
#include <charconv>

#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::string_view kScheme = "file:";

}  // namespace

std::string text_of_path(const std::filesystem::path& path) {
    const std::string& bytes = path.native();
    if (is_utf8(bytes) && !bytes.starts_with(kScheme)) return bytes;
    std::string text(kScheme);
    for (const char c : bytes) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte > ' ' && byte < 0x7F && c != '%')
            text += c;
        else
            text += fmt::format("%{:02X}", byte);
    }
    return text;
}

std::filesystem::path path_from_text(std::string_view text) {
    if (!text.starts_with(kScheme)) return text;
    text.remove_prefix(kScheme.size());
    std::string bytes;
    for (std::size_t i = 0; i < text.size(); ++i) {
        unsigned char byte = 0;
        const char* digits = text.data() + i + 1;
        if (text[i] == '%' && i + 2 < text.size() &&
            std::from_chars(digits, digits + 2, byte, 16).ptr == digits + 2) {
            bytes += static_cast<char>(byte);
            i += 2;
        } else {
            bytes += text[i];
        }
    }
    return bytes;
}

std::string name_from_file(const std::filesystem::path& path) {
    return valid_utf8(path.stem().native());
}

std::string file_name_for(std::string_view name) {
    std::string result;
    for (const char c : name) {
        const auto byte = static_cast<unsigned char>(c);
        const bool plain =
            byte >= 0x80 || std::isalnum(byte) != 0 || c == ' ' || c == '-' || c == ',';
        result += plain ? c : '_';
    }
    return result.empty() ? "unnamed" : result.substr(0, 100);
}

}  // namespace underpaint
