// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/pass_clip.h"

#include <algorithm>

#include "desk/kit/words.h"
#include "files/pass_transfer.h"

namespace underpaint {
namespace {

const QString kFormat = QStringLiteral("application/x-faithful-underpaint-pass");

Pass fitted(const Painting& carrier, const Painting& painting) {
    Pass pass = carrier.passes.front();
    Reach& reach = pass.reach;
    const bool had = reach.has_parts();
    std::vector<KeptMask> masks;
    for (const PartId id : reach.parts)
        if (const Part* part = carrier.part(id)) masks.push_back({part->name, part->mask});
    std::ranges::copy(reach.kept, std::back_inserter(masks));
    reach.parts.clear();
    reach.kept.clear();
    for (const KeptMask& kept : masks) {
        const auto known = std::ranges::find(painting.parts, kept.name, &Part::name);
        if (known != painting.parts.end())
            reach.parts.push_back(known->id);
        else if (kept.mask->size() == painting.size())
            reach.kept.push_back(kept);
    }
    if (reach.painted && reach.painted->size() != painting.size()) {
        reach.painted = nullptr;
        pass.on = false;
    }
    // Without the parts and masks of its reach it would land everywhere: it is turned off.
    if (had && !reach.has_parts()) pass.on = false;
    return pass;
}

}  // namespace

PassClip::PassClip(const Painting& painting, std::size_t pass)
    : carrier_(carrier_of(painting, pass)) {
    setText(shown(carrier_.passes.front().name));
}

QStringList PassClip::formats() const {
    return QMimeData::formats() << kFormat;
}

bool PassClip::hasFormat(const QString& format) const {
    return format == kFormat || QMimeData::hasFormat(format);
}

QVariant PassClip::retrieveData(const QString& format, QMetaType type) const {
    if (format != kFormat) return QMimeData::retrieveData(format, type);
    const auto bytes = write_carrier(carrier_);
    if (!bytes) return {};
    return QByteArray(reinterpret_cast<const char*>(bytes->data()),
                      static_cast<qsizetype>(bytes->size()));
}

bool has_pass(const QMimeData& data) {
    return data.hasFormat(kFormat);
}

std::optional<Pass> pasted_pass(const QMimeData& data, const Painting& painting) {
    if (const auto* clip = qobject_cast<const PassClip*>(&data))
        return fitted(clip->carrier(), painting);
    if (!has_pass(data)) return std::nullopt;
    const QByteArray bytes = data.data(kFormat);
    const auto carrier =
        read_carrier(std::as_bytes(std::span(bytes.data(), std::size_t(bytes.size()))));
    return carrier ? std::optional(fitted(*carrier, painting)) : std::nullopt;
}

}  // namespace underpaint
