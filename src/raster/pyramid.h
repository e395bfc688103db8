// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <mutex>
#include <vector>

#include "raster/picture.h"

namespace underpaint {

/// A picture that is never changed again, with its halvings, each made when first asked for.
/// Safe to share between threads.
class Pyramid {
public:
    explicit Pyramid(Picture base);

    const Picture& base() const { return *levels_[0]; }
    Size size() const { return base().size(); }
    /// Level n is the picture halved n times, each pixel the plain mean of the (up to) four it
    /// covers, in encoded values, as viewers scale; colour is weighted by alpha where there is any.
    const Picture& level(int n) const;

private:
    mutable std::mutex mutex_;
    mutable std::vector<std::unique_ptr<const Picture>> levels_;
};

/// How documents hold pixels: shared, because versions and undo steps have most of them in common.
using SharedPicture = std::shared_ptr<const Pyramid>;
SharedPicture share(Picture picture);

/// One halving.
Picture halved(const Picture& picture);

}  // namespace underpaint
