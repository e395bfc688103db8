// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <regex>
#include <string>
#include <vector>

namespace underpaint::testing {

/// The first element of an HTML text that is not closed as it was opened; empty when all are.
inline std::string unbalanced(const std::string& html) {
    const std::regex tag(R"(<(/?)([a-zA-Z][a-zA-Z0-9]*)((?:"[^"]*"|[^">])*?)(/?)>)");
    std::vector<std::string> open;
    for (std::sregex_iterator at(html.begin(), html.end(), tag), end; at != end; ++at) {
        const std::string name = (*at)[2];
        if (name == "meta" || name == "br" || name == "img" || (*at)[4] == "/") continue;
        if ((*at)[1] != "/")
            open.push_back(name);
        else if (open.empty() || open.back() != name)
            return "</" + name + ">";
        else
            open.pop_back();
    }
    return open.empty() ? std::string() : open.back();
}

/// Pictures are long, and say nothing of what is looked for.
inline std::string without_pictures(const std::string& html) {
    std::string text;
    for (std::size_t at = 0; at < html.size();) {
        const auto data = html.find("data:image/jpeg;base64,", at);
        text += html.substr(at, data - at);
        if (data == std::string::npos) break;
        at = html.find('"', data);
    }
    return text;
}

}  // namespace underpaint::testing
