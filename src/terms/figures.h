// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace underpaint {

// How figures are written, wherever they are said.

/// "+0.41", "−3.1", "±0.0": with a true minus sign.
std::string with_sign(double v, int decimals);
/// "92%", or "faint" where there was too little contrast to keep.
std::string kept_in_words(const std::optional<double>& kept);
/// "a, b and c".
std::string listed(std::span<const std::string> words);
/// A label within a sentence. ASCII.
std::string lower_case(std::string_view label);

}  // namespace underpaint
