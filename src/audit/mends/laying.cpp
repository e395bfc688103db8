// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mends/laying.h"

#include "painting/changes.h"
#include "raster/brush.h"
#include "render/view.h"

namespace underpaint {

Pass value_pass(std::string name, Source source, Intent intent) {
    Pass pass;
    pass.name = std::move(name);
    pass.source = std::move(source);
    pass.blend = BlendMode::normal;
    pass.intent = intent;
    return pass;
}

Mend laying(std::string label, std::string effect, Pass pass) {
    return {std::move(label), std::move(effect), LayValuePass{std::move(pass)}, {}};
}

Source curve_source(CurvePoints all) {
    return Curve{std::move(all), {}, {}, {}};
}

std::optional<ValuesAudit> with_laid(const Painting& painting, const Pass& pass, Reader reader,
                                     int side, const std::stop_token& stop) {
    const Painting tried = staged(with_pass(painting, pass, Stage::values), Stage::values);
    return audit_values(tried, {reader, level_for(painting.size(), side), false, false}, stop);
}

void stamp(Picture& mask, const Point& at, double radius, bool takes_off) {
    BrushStroke(Brush{radius, 0.75, 1, takes_off}).move(mask, {at, 1});
}

}  // namespace underpaint
