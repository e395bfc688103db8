// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/brief_meter.h"

#include <malloc.h>

#include <algorithm>
#include <chrono>

#include "audit/basis.h"
#include "desk/kit/screen_image.h"
#include "files/brief_report.h"
#include "files/kept_pictures.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

/// The figures of the whole painting wait until those of the bench are there.
constexpr std::chrono::milliseconds kBriefRest{400};
constexpr int kShownSide = 480;         // long side of a picture as it is shown
constexpr std::size_t kMostKnown = 60;  // pictures whose figures are remembered

template <class Known, class Kept>
auto find_in(const Known& known, const Kept& kept, Reader reader) {
    return std::ranges::find_if(known, [&](const auto& entry) {
        return entry.first.reader == reader && entry.first.kept == kept;
    });
}

template <class Kept>
std::vector<Kept> missing_in(const std::vector<Kept>& kept, const auto& known, Reader reader) {
    std::vector<Kept> missing;
    for (const Kept& each : kept)
        if (find_in(known, each, reader) == known.end()) missing.push_back(each);
    return missing;
}

/// The pixels to be measured; nothing where they can't be read. The picture itself is gone by then.
std::optional<RgbBlock> pixels_in(const KeptPicture& kept, const std::optional<Rgb>& tint,
                                  const std::stop_token& stop) {
    const auto picture = pixels_of(kept, stop);
    return picture ? std::optional(pixels_of_reference(*picture, tint)) : std::nullopt;
}

BriefMeter::SeenThumbnail measured(const Thumbnail& thumbnail, Reader reader,
                                   const std::stop_token& stop) {
    const auto pixels = pixels_in(thumbnail.picture, std::nullopt, stop);
    if (!pixels) return {};
    return {image_of(shrunk(*pixels, kShownSide)),
            measure_thumbnail(*pixels, reader, thumbnail.focus, stop)};
}

BriefMeter::SeenReference measured(const Reference& reference, Reader reader,
                                   const std::stop_token& stop) {
    const auto pixels = pixels_in(reference.picture, reference.tint, stop);
    if (!pixels) return {};
    return {image_of(shrunk(*pixels, kShownSide)), measure_picture(*pixels, reader, {}, stop)};
}

}  // namespace

BriefMeter::BriefMeter(Session& session, const ValuesMeter& values, const Measuring& passes,
                       QObject* parent)
    : QObject(parent),
      session_(session),
      values_(values),
      passes_(passes),
      pictures_(this, Urgency::beside, "the pictures of the brief"),
      follower_(this, "how the painting stands to its brief", kBriefRest,
                {[this] { return measure_painting(); }}) {
    connect(&session_.document, &Document::begun, this, [this] {
        follower_.forget();
        basis_.reset();
        work_.reset();
    });
    session_.when(this, &BriefMeter::look, &Document::changed, &Choices::reader_changed);
    connect(&session_.settings, &PainterSettings::changed, this, &BriefMeter::stand);
    connect(&session_.document, &Document::logged, this, &BriefMeter::stand);
    connect(&values_, &ValuesMeter::changed, this, &BriefMeter::stand);
    connect(&passes_, &Measuring::figures_changed, this, &BriefMeter::stand);
}

const BriefMeter::SeenThumbnail* BriefMeter::seen(const Thumbnail& thumbnail) const {
    const auto found = find_in(thumbnails_, thumbnail, session_.choices.reader());
    return found != thumbnails_.end() ? &found->second : nullptr;
}

const BriefMeter::SeenReference* BriefMeter::seen(const Reference& reference) const {
    const auto found = find_in(references_, reference, session_.choices.reader());
    return found != references_.end() ? &found->second : nullptr;
}

std::optional<std::size_t> BriefMeter::place_in_hand() const {
    if (!session_.document.has_painting()) return std::nullopt;
    return step_in_hand(session_.document.painting().brief, standing_);
}

const RouteStep* BriefMeter::in_hand() const {
    return step_at(place_in_hand());
}

const RouteStep* BriefMeter::ahead() const {
    if (!session_.document.has_painting()) return nullptr;
    return step_at(step_ahead(session_.document.painting(), standing_));
}

const RouteStep* BriefMeter::step_at(std::optional<std::size_t> place) const {
    const auto& steps = session_.document.painting().brief.route.steps;
    return place && *place < steps.size() ? &steps[*place] : nullptr;
}

void BriefMeter::look() {
    if (!session_.document.has_painting()) return;
    const Painting& painting = session_.document.painting();
    const Reader reader = session_.choices.reader();
    if (!missing_in(painting.brief.thumbnails, thumbnails_, reader).empty() ||
        !missing_in(painting.brief.references, references_, reader).empty())
        measure_pictures();
    WorkBasis basis{basis_of(painting, Stage::values, reader),
                    basis_of(painting, Stage::colour, reader)};
    if (basis_ != basis) {
        basis_ = std::move(basis);
        follower_.follow();
    }
    stand();
    emit pictures_changed();
}

void BriefMeter::measure_pictures() {
    const Brief& brief = session_.document.painting().brief;
    const Reader reader = session_.choices.reader();
    pictures_.start([this, reader, thumbnails = missing_in(brief.thumbnails, thumbnails_, reader),
                     references = missing_in(brief.references, references_, reader)](
                        const std::stop_token& stop, const auto& deliver) {
        const auto each = [&](const auto& list, auto into) {
            for (const auto& kept : list) {
                auto seen = measured(kept, reader, stop);
                malloc_trim(0);  // memory of one large picture is returned before the next is read
                if (stop.stop_requested()) return;
                deliver([this, kept, reader, into, seen = std::move(seen)] {
                    auto& known = this->*into;
                    if (known.size() >= kMostKnown) known.erase(known.begin());
                    known.push_back({{kept, reader}, seen});
                    emit pictures_changed();
                });
            }
        };
        each(thumbnails, &BriefMeter::thumbnails_);
        each(references, &BriefMeter::references_);
    });
}

Follower::Work BriefMeter::measure_painting() {
    return [this, painting = session_.document.painting(), reader = session_.choices.reader()](
               const std::stop_token& stop, const Deliver& deliver) {
        auto work = measure_work(painting, reader, stop);
        if (!work) return;
        deliver([this, work = std::move(work)] {
            work_ = work;
            stand();
        });
    };
}

/// How it all stands, from what was measured last.
void BriefMeter::stand() {
    if (!session_.document.has_painting()) return;
    const Painting& painting = session_.document.painting();
    const auto values = values_.figures();
    const auto& audit = passes_.audit();
    // The figures may belong to a painting with other parts.
    const bool fits = work_ && work_->coloured.size() == painting.parts.size();
    const Measured measured{fits ? &*work_ : nullptr, values.get(), audit ? &*audit : nullptr,
                            session_.settings.rules()};
    standing_ = standing_of(painting, measured);
    lines_ = lines_of(painting, measured);
    emit standing_changed();
}

}  // namespace underpaint
