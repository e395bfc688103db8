// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/laid_passes.h"

#include <QObject>
#include <algorithm>

#include "painting/flats.h"

namespace underpaint {
namespace {

NewPassOn new_pass_on(const Painting& painting) {
    const Size size = painting.size();
    const auto& foci = painting.plan.foci;
    const Point lead =
        foci.empty() ? Point{size.width / 2.0, size.height / 2.0} : foci.front().centre;
    return {size, lead, plain_ground(painting) && open_passes(painting) == painting.passes.size()};
}

void add(std::vector<LaidPass>&, BeginsWithAPicture) {}

template <class Kind>
void add(std::vector<LaidPass>& all, BeginsAs<Kind> begin) {
    const QString label = QObject::tr(begin.label);
    Pass pass;
    pass.name = label.toStdString();
    pass.source = std::move(begin.source);
    pass.blend = begin.blend;
    pass.strength = begin.strength;
    all.push_back(
        {label, QObject::tr(begin.about), QString::fromLatin1(Kind::id), std::move(pass)});
}

template <class... Kinds>
std::vector<LaidPass> of_each(std::type_identity<std::variant<Kinds...>>, const NewPassOn& on) {
    std::vector<LaidPass> all;
    (add(all, Kinds::begin(on)), ...);
    return all;
}

}  // namespace

std::vector<LaidPass> passes_to_lay(const Painting& painting) {
    return of_each(std::type_identity<Source>(), new_pass_on(painting));
}

Pass pass_of_picture(const Painting& painting, SharedPicture picture, const QString& name) {
    const Size size = painting.size(), own = picture->size();
    Placed placed{std::move(picture), {}};
    const double scale = std::clamp<double>(std::min(static_cast<double>(size.width) / own.width,
                                                     static_cast<double>(size.height) / own.height),
                                            kPlacedScale.least, kPlacedScale.most);
    placed.placement.scale = scale;
    placed.placement.x = (size.width - own.width * scale) / 2;
    placed.placement.y = (size.height - own.height * scale) / 2;
    Pass pass;
    pass.name = name.toStdString();
    pass.source = std::move(placed);
    pass.blend = BlendMode::color;
    return pass;
}

}  // namespace underpaint
