// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <mutex>
#include <optional>
#include <span>
#include <vector>

#include "raster/picture.h"

namespace underpaint {

/// A picture that is never changed again, with its halvings, each made when first asked for.
/// Safe to share between threads.
class Pyramid {
public:
    using Level = std::shared_ptr<const Picture>;
    explicit Pyramid(Picture base);
    /// `base` differs from `before`, of the same kind, inside `changed` alone: halvings that were
    /// made are taken over, and made anew only there.
    Pyramid(Picture base, const std::shared_ptr<const Pyramid>& before, const Rect& changed);

    const Picture& base() const { return *base_; }
    Size size() const { return base().size(); }
    /// Level n is the picture halved n times, each pixel the plain mean of the (up to) four it
    /// covers, in encoded values, as viewers scale; colour is weighted by alpha where there is any.
    Level level(int n) const;

    /// A picture that this one came from by its last change or some of them, while that is there.
    struct Ancestor {
        std::weak_ptr<const Pyramid> picture;
        Rect changed;  ///< holds all that differs
    };
    /// The nearest first.
    std::span<const Ancestor> ancestors() const { return ancestors_; }
    /// The area that may differ from a picture that this one came from; nothing for any other
    /// picture.
    std::optional<Rect> changed_since(const Pyramid& other) const;

    /// Memory of the halvings that are kept.
    std::size_t level_bytes() const;
    /// Gives that memory back, except what is in use. They are made again when asked for.
    void forget_levels() const;

private:
    Level base_;
    std::vector<Ancestor> ancestors_;
    mutable std::mutex mutex_;
    mutable std::vector<Level> halvings_;  // null: not made, or forgotten
    mutable std::size_t halving_bytes_ = 0;
};

/// How documents hold pixels: shared, because versions and undo steps have most of them in common.
using SharedPicture = std::shared_ptr<const Pyramid>;
SharedPicture share(Picture picture);
/// The mean of all pixels, weighted by alpha where there is one.
Rgb mean_of(const Pyramid& picture);
SharedPicture share(Picture picture, const SharedPicture& before, const Rect& changed);

/// One halving.
Picture halved(const Picture& picture);

}  // namespace underpaint
