// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <memory>
#include <optional>
#include <span>
#include <string>

#include "terms/result.h"

namespace underpaint {

/// How colours that a paper can't have are brought into what it can (ICC.1, 0.4).
enum class PrintIntent {
    colorimetric,  ///< relative colorimetric with black point compensation
    perceptual,
};

/// Colours as they come out on a printer's paper, by its ICC profile (littlecms soft proof, looked
/// up on a grid: within CIEDE2000 1.5 of the profile's own answer, 0.1 on the whole). Paper white
/// is shown as white, as an eye sees it that has settled on the sheet; the paper's black is shown
/// as light as it is. Any thread may convert.
class PrintProof {
public:
    /// For the ICC profile of a printer; `file` is what trouble calls it.
    [[nodiscard]] static Result<std::shared_ptr<const PrintProof>> for_paper(
        const std::string& file, std::span<const std::byte> icc, PrintIntent intent);

    /// The name that a profile has for itself, UTF-8; nothing where it is not for a printer. Cheap:
    /// nothing is made ready for converting.
    static std::optional<std::string> name_of_paper(std::span<const std::byte> icc);

    /// The name that the profile has for itself; UTF-8.
    const std::string& name() const { return name_; }
    PrintIntent intent() const { return intent_; }

    /// Encoded sRGB to encoded sRGB as printed, each within 0..1. All spans are of one size; out
    /// may be in.
    struct Row {
        std::span<const float> r, g, b;
    };
    struct OutRow {
        std::span<float> r, g, b;
    };
    void print(const Row& in, const OutRow& out) const;
    /// The same without black point compensation and without any bringing in: what the paper has
    /// comes back as it was, and what it has not as something else.
    void reproduce(const Row& in, const OutRow& out) const;

private:
    struct Engine;
    PrintProof(std::string name, PrintIntent intent, std::shared_ptr<const Engine> engine)
        : name_(std::move(name)), intent_(intent), engine_(std::move(engine)) {}
    std::string name_;
    PrintIntent intent_;
    std::shared_ptr<const Engine> engine_;
};

}  // namespace underpaint
