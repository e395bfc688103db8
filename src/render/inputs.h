// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>
#include <map>
#include <memory>
#include <mutex>
#include <optional>
#include <vector>

#include "painting/placement.h"
#include "raster/pyramid.h"
#include "render/resample.h"

namespace underpaint {

/// Which tiles of something have been made; each is made when first asked for, by one thread.
class MadeTiles {
public:
    explicit MadeTiles(Size size);
    Size size() const { return size_; }
    /// Calls `make` for those tiles that cover `area` and were never asked for.
    template <class Make>
    void once_for(const Rect& area, Make make);
    /// Takes over tiles that another has made already, except those that touch a rectangle. Call
    /// before any is asked for.
    void take_over(const MadeTiles& before, const Rect& but);

private:
    std::size_t count() const { return static_cast<std::size_t>(TileGrid{size_}.count()); }

    Size size_;
    std::unique_ptr<std::once_flag[]> asked_;
    std::unique_ptr<std::atomic<bool>[]> made_;
};

/// A picture of the painting's size (the ground, a mask) at one shrink. Halvings are read as they
/// are; at any other shrink tiles are resampled when first asked for. Safe to share between
/// threads.
class SeenPicture {
public:
    /// \param before one that the picture came from, as it is seen; null: none. What is kept of it
    /// is taken over where the picture did not change, \param changed in pixels of the picture.
    SeenPicture(SharedPicture picture, double shrink, const SeenPicture* before = nullptr,
                const Rect& changed = {});
    /// A picture of the size at that shrink, of which only the pixels inside `tile` may be read.
    const Picture& inside(const Rect& tile);
    std::size_t bytes() const { return made_ ? made_->bytes() : 0; }

private:
    SharedPicture picture_;
    double shrink_;
    Pyramid::Level level_;  // when the shrink is that of a halving
    std::optional<Picture> made_;
    std::optional<MadeTiles> tiles_;
};

/// The same for a picture laid somewhere over the painting. Only at the shrink of a screen are its
/// tiles kept: at full size they would cost more memory than they save time.
class SeenPlaced {
public:
    /// \param before see SeenPicture
    SeenPlaced(SharedPicture picture, const Placement& placement, Size painting, double shrink,
               const SeenPlaced* before = nullptr, const Rect& changed = {});
    /// False when it can't cover a pixel of the tile. True says nothing.
    bool may_cover(const Rect& tile);
    /// Fills colour and alpha (of one area), as resample() does.
    Cover read(RgbBlock& colour, FloatBlock& alpha);
    std::size_t bytes() const { return made_ ? made_->bytes() : 0; }

private:
    void make(const Rect& tile);
    const Picture& made_inside(const Rect& tile);

    SharedPicture picture_;
    Placement placement_;
    double shrink_;
    std::optional<Picture> made_;
    std::optional<MadeTiles> tiles_;
};

/// A picture of the painting's size, blurred, at one shrink; see SeenPicture.
class SeenBlurred {
public:
    /// `radius` is the blur's sigma in pixels of the painting. `sharp` must outlive it.
    SeenBlurred(SeenPicture& sharp, const SharedPicture& picture, float radius, double shrink);
    const Picture& inside(const Rect& tile);
    std::size_t bytes() const { return made_.bytes(); }

private:
    SeenPicture& sharp_;
    double sigma_;
    Picture made_;
    MadeTiles tiles_;
};

/// All pictures that a painting is made from, at one shrink. Asking twice gives the same one.
class Inputs {
public:
    Inputs(Size painting, double shrink) : painting_(painting), shrink_(shrink) {}

    double shrink() const { return shrink_; }
    SeenPicture& seen(const SharedPicture& picture);
    SeenPlaced& seen(const SharedPicture& picture, const Placement& placement);
    SeenBlurred& blurred(const SharedPicture& picture, float radius);
    std::size_t bytes() const;
    /// Forgets what was not asked for since the last call of this.
    void forget_unused();

private:
    template <class Seen>
    struct Entry {
        std::unique_ptr<Seen> seen;
        bool used = true;
    };
    struct PlacedEntry {
        SharedPicture picture;
        Placement placement;
        Entry<SeenPlaced> entry;
    };

    Size painting_;
    double shrink_;
    std::map<SharedPicture, Entry<SeenPicture>> pictures_;
    std::map<std::pair<SharedPicture, float>, Entry<SeenBlurred>> blurred_;
    std::vector<PlacedEntry> placed_;
};

}  // namespace underpaint
