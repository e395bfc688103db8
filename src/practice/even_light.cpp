// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/even_light.h"

#include <algorithm>
#include <cmath>
#include <opencv2/core.hpp>

#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "render/readings.h"

namespace underpaint {

void even_out(RgbBlock& study, Reader reader, const FloatBlock& reference,
              const std::vector<std::size_t>& shapes) {
    const Size size = study.area().size();
    const FloatBlock steps = steps_of(study, reader);
    const auto luminance_at = [](float step) {
        return std::max(1e-3, static_cast<double>(luminance_of_lightness(lightness_of_step(step))));
    };
    const int flats = shapes.empty() ? 1 : static_cast<int>(*std::ranges::max_element(shapes)) + 1;
    const auto each = [&](const auto& act) {
        std::size_t i = 0;
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x, ++i)
                act(static_cast<double>(x) / size.width - 0.5,
                    static_cast<double>(y) / size.height - 0.5, i);
    };
    // Least squares: the height of each shape, then the two slopes.
    const int unknowns = flats + 2;
    cv::Mat normal = cv::Mat::zeros(unknowns, unknowns, CV_64F),
            right = cv::Mat::zeros(unknowns, 1, CV_64F);
    each([&](double x, double y, std::size_t i) {
        double off = std::log(luminance_at(steps.samples()[i]));
        if (shapes.empty()) off -= std::log(luminance_at(reference.samples()[i]));
        const std::pair<int, double> row[] = {
            {shapes.empty() ? 0 : static_cast<int>(shapes[i]), 1}, {flats, x}, {flats + 1, y}};
        for (const auto& [a, va] : row) {
            for (const auto& [b, vb] : row) normal.at<double>(a, b) += va * vb;
            right.at<double>(a) += va * off;
        }
    });
    cv::Mat plane;
    if (!cv::solve(normal, right, plane, cv::DECOMP_SVD)) return;
    each([&](double x, double y, std::size_t i) {
        const auto by = static_cast<float>(
            std::exp(-plane.at<double>(flats) * x - plane.at<double>(flats + 1) * y));
        const LinearRgb c = decode(ConstRgbRow(study.all())[i]);
        const Rgb lit = encode({c.r * by, c.g * by, c.b * by});
        study.all().set(i, {std::min(1.0F, lit.r), std::min(1.0F, lit.g), std::min(1.0F, lit.b)});
    });
}

}  // namespace underpaint
