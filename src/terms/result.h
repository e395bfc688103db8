// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace underpaint {

/// The question that a person may be asked because of it.
enum class TroubleKind {
    plain,
    changed_on_disk,  ///< by somebody else, since it was opened
    read_only,
};

/// Something that could not be done, told to a person: which file, what happened, what to do.
struct Trouble {
    std::string file;  ///< as the person knows it: a path, or a file name
    std::string what;  ///< a sentence or two, without the file's name
    TroubleKind kind = TroubleKind::plain;

    std::string message() const { return file.empty() ? what : file + ": " + what; }
};

template <class T>
using Result = tl::expected<T, Trouble>;
using Done = Result<void>;

inline tl::unexpected<Trouble> trouble(std::string file, std::string what,
                                       TroubleKind kind = TroubleKind::plain) {
    return tl::unexpected(Trouble{std::move(file), std::move(what), kind});
}

/// Work came to no end because it was stopped: trouble that nobody is told of.
inline tl::unexpected<Trouble> stopped() {
    return trouble({}, {});
}

}  // namespace underpaint
