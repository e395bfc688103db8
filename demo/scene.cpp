// SPDX-License-Identifier: GPL-3.0-or-later
#include "scene.h"

#include "noise.h"
#include "solids.h"

namespace underpaint::demo {
namespace {

constexpr float kFar = 120;
constexpr Vec kEye{0, 1.55F, 0};
constexpr float kWide = 0.5F;      // tangent of half the angle of view
constexpr float kHorizon = 0.10F;  // where the horizon lies, in v

// --- the things of the scene

constexpr Vec kCart{1.62F, 0, 8.0F};
constexpr float kCartYaw = 0.32F;
constexpr Vec kLanternInCart{-0.42F, 1.56F, -0.70F};
constexpr Vec kMill{-13.5F, 0, 46};
constexpr float kMillYaw = -0.35F;

struct Hit {
    float distance = kFar;
    Shape shape = Shape::sky;
    float albedo = 0;
    Vec grain{1, 0, 0};
    bool glows = false;
};

void nearer(Hit& hit, float distance, Shape shape, float albedo, Vec grain, bool glows = false) {
    if (distance < hit.distance) hit = {distance, shape, albedo, grain, glows};
}

Vec into_cart(Vec p) {
    return yawed(p - kCart, kCartYaw);
}
Vec out_of_cart(Vec p) {
    return yawed(p, -kCartYaw) + kCart;
}

float wheel(Vec p) {
    float d = std::min(ring(p, 0.43F, 0.035F), ball(p, 0.075F));
    for (int i = 0; i < 5; ++i) {
        const float angle = 0.3F + static_cast<float>(i) * 0.6283F;
        const Vec tip{0.42F * std::cos(angle), 0.42F * std::sin(angle), 0};
        d = std::min(d, stick(p, tip, tip * -1, 0.017F));
    }
    return d;
}

Hit cart(Vec world) {
    const Vec p = into_cart(world);
    Hit hit;
    // The box, a board higher at the back, and its counter.
    nearer(hit, box(p - Vec{0, 0.80F, 0}, {0.92F, 0.27F, 0.44F}), Shape::cart, 0.10F, {0, 1, 0});
    nearer(hit, box(p - Vec{0, 1.09F, -0.04F}, {1.02F, 0.028F, 0.54F}), Shape::cart, 0.34F,
           {1, 0, 0});
    nearer(hit, box(p - Vec{0, 0.80F, -0.45F}, {0.74F, 0.15F, 0.012F}), Shape::cart, 0.16F,
           {1, 0, 0});
    // Posts, the back cloth, the canopy with its scalloped hem.
    for (const float x : {-0.88F, 0.88F})
        for (const float z : {-0.40F, 0.40F})
            nearer(hit, box(p - Vec{x, 1.58F, z}, {0.032F, 0.5F, 0.032F}), Shape::cart, 0.12F,
                   {0, 1, 0});
    const float fold = 0.02F * std::sin(p.x * 17);
    nearer(hit, box(p - Vec{0.05F, 1.56F, 0.40F + fold}, {0.84F, 0.47F, 0.01F}) * 0.8F, Shape::cart,
           0.22F, {0, 1, 0});
    const float sag = 0.16F * (1 - p.x * p.x / 1.4F);
    nearer(hit, box(p - Vec{0, 2.06F + sag, 0}, {1.16F, 0.035F, 0.84F}) * 0.75F, Shape::cart, 0.20F,
           {1, 0.1F, 0});
    const float hem = 0.05F * std::fabs(std::sin(p.x * 9.5F));
    nearer(hit, box(p - Vec{0, 2.0F + sag - hem, -0.83F}, {1.15F, 0.10F, 0.012F}) * 0.7F,
           Shape::cart, 0.13F, {0, 1, 0});
    // Wheels, and the shafts that someone pulls by.
    for (const float x : {-0.56F, 0.60F})
        nearer(hit, wheel(p - Vec{x, 0.44F, -0.56F}), Shape::cart, 0.10F,
               {p.y - 0.44F, x - p.x, 0});
    nearer(hit, ring(p - Vec{0.60F, 0.44F, 0.50F}, 0.43F, 0.035F), Shape::cart, 0.08F, {1, 0, 0});
    for (const float z : {-0.36F, 0.30F})
        nearer(hit, stick(p, {0.9F, 0.72F, z}, {1.98F, 0.36F, z}, 0.032F), Shape::cart, 0.12F,
               {1, -0.3F, 0});
    nearer(hit, stick(p, {1.5F, 0.5F, -0.34F}, {1.55F, 0.0F, -0.34F}, 0.026F), Shape::cart, 0.1F,
           {0, 1, 0});
    // On the counter: a kettle, a stack of bowls, a jar.
    const Vec kettle = p - Vec{0.36F, 1.26F, -0.16F};
    float d = std::min(ball({kettle.x, kettle.y * 1.15F, kettle.z}, 0.15F),
                       stick(kettle, {-0.1F, -0.02F, 0}, {-0.27F, 0.10F, 0}, 0.024F));
    d = std::min(d, ring(kettle - Vec{0, 0.13F, 0}, 0.11F, 0.014F));
    nearer(hit, d * 0.9F, Shape::cart, 0.30F, {1, -0.5F, 0});
    nearer(hit, post(p - Vec{-0.02F, 1.17F, -0.26F}, 0.055F, 0.06F, -0.2F), Shape::cart, 0.55F,
           {1, 0, 0});
    nearer(hit, post(p - Vec{-0.68F, 1.21F, -0.18F}, 0.075F, 0.10F), Shape::cart, 0.28F, {0, 1, 0});
    // The lantern: a paper drum with dark rims, on a hook.
    const Vec l = p - kLanternInCart;
    nearer(hit, post({l.x, l.y, l.z}, 0.15F + 0.024F * std::cos(l.y * 10), 0.19F) * 0.9F,
           Shape::lantern, 0.9F, {1, 0, 0}, true);
    for (const float y : {-0.205F, 0.205F})
        nearer(hit, post(l - Vec{0, y, 0}, 0.12F, 0.026F), Shape::lantern, 0.05F, {1, 0, 0});
    nearer(hit, stick(l, {0, 0.21F, 0}, {0, 0.50F, 0}, 0.009F), Shape::cart, 0.05F, {0, 1, 0});
    return hit;
}

Hit mill(Vec world) {
    const Vec p = yawed(world - kMill, kMillYaw);
    Hit hit;
    nearer(hit, post(p - Vec{0, 3.9F, 0}, 2.25F, 3.9F, 0.10F), Shape::mill, 0.13F, {0, 1, 0});
    const Vec cap = p - Vec{0, 7.8F, 0};
    nearer(hit, post(cap - Vec{0, 0.8F, 0}, 1.75F, 0.9F, 0.85F) * 0.7F, Shape::mill, 0.09F,
           {1, 0.6F, 0});
    const Vec hub = p - Vec{0, 8.0F, -2.2F};
    nearer(hit, std::min(ball(hub, 0.4F), stick(hub, {0, 0, 0}, {0, 0, 2}, 0.2F)), Shape::mill,
           0.08F, {1, 0, 0});
    for (int i = 0; i < 4; ++i) {
        const float angle = 0.52F + static_cast<float>(i) * 1.5708F;
        const Vec along{std::cos(angle), std::sin(angle), 0}, across{-along.y, along.x, 0};
        nearer(hit, stick(hub, {0, 0, 0}, along * 5.9F, 0.10F), Shape::mill, 0.08F, along);
        // Torn cloth on the lattice: the sail is there where it is not rent.
        // The bars that the cloth is tied to.
        for (const float bar : {1.7F, 3.0F, 4.3F, 5.6F})
            nearer(hit, stick(hub, along * bar, along * bar + across * 1.15F, 0.06F), Shape::mill,
                   0.07F, across);
        const Vec q{dot(hub, along) - 3.7F, dot(hub, across) - 0.52F, hub.z};
        const float rent = 0.10F * noise(q.x * 2.1F, q.y * 2.1F + static_cast<float>(i) * 9, 5);
        nearer(hit, box(q, {2.1F, 0.52F - rent, 0.03F}) * 0.85F, Shape::mill, 0.24F, along);
    }
    return hit;
}

Hit nearest(Vec p) {
    // Far from a thing, the distance to a ball around it is enough.
    const float to_cart = length(p - (kCart + Vec{0.2F, 1.2F, 0})) - 2.3F;
    const float to_mill = length(p - (kMill + Vec{0, 6.5F, 0})) - 9.5F;
    Hit hit;
    if (to_cart < 0.4F)
        hit = cart(p);
    else
        hit.distance = to_cart + 0.3F;
    Hit other;
    if (to_mill < 1.0F)
        other = mill(p);
    else
        other.distance = to_mill + 0.5F;
    return hit.distance < other.distance ? hit : other;
}

struct March {
    bool hit = false;
    float distance = kFar;
    Hit what;
};

March march(Vec from, Vec ray, float furthest) {
    float t = 0.02F;
    for (int i = 0; i < 160 && t < furthest; ++i) {
        const Hit hit = nearest(from + ray * t);
        const float close = 0.0006F * std::max(1.0F, t);
        if (hit.distance < close && hit.shape != Shape::sky) return {true, t, hit};
        t += std::max(hit.distance, close);
    }
    return {};
}

Vec normal_at(Vec p, float reach) {
    const auto d = [](Vec q) { return nearest(q).distance; };
    return normal({d(p + Vec{reach, 0, 0}) - d(p - Vec{reach, 0, 0}),
                   d(p + Vec{0, reach, 0}) - d(p - Vec{0, reach, 0}),
                   d(p + Vec{0, 0, reach}) - d(p - Vec{0, 0, reach})});
}

// --- light

Vec lantern_place() {
    return out_of_cart(kLanternInCart);
}

float lantern_light(Vec p, Vec n) {
    const Vec to = lantern_place() - p;
    const float d = length(to);
    const Vec ray = to * (1 / d);
    const float facing = std::max(dot(n, ray), 0.0F);
    if (facing <= 0 || d > 9) return 0;
    // A soft shadow: how nearly the way to the lantern is blocked.
    float open = 1;
    for (float t = 0.05F; t < d - 0.24F;) {
        const float gap = nearest(p + ray * t).distance;
        open = std::min(open, 10 * gap / t);
        if (open < 0.02F) return 0;
        t += std::clamp(gap, 0.02F, 0.4F);
    }
    return 0.75F * facing * open / (d * d + 0.08F);
}

/// The glow of the sky by its height above the horizon and the way to the side.
float sky_light(Vec ray) {
    const float up = std::max(ray.y, 0.0F);
    const float side = std::atan2(ray.x, ray.z);
    const float low = std::exp(-up * 8.5F);
    const float sunken = std::exp(-std::pow((side + 0.06F) / 0.42F, 2.0F));
    float light = 0.088F + 0.10F * std::exp(-up * 2.6F) + 0.06F * low + 0.30F * low * sunken;
    // Long bands of cloud, darker above, with lit undersides near the glow.
    const float stretch = 1.0F / (up + 0.16F);
    const float bands = clouds(side * 1.7F + 0.9F * up, up * 9.5F * stretch * 0.55F + 3, 11);
    const float thick = smooth(0.46F, 0.72F, bands);
    const float edge = smooth(0.40F, 0.48F, bands) * (1 - smooth(0.48F, 0.60F, bands));
    light *= 1 - 0.30F * thick * smooth(0.02F, 0.12F, up);
    light += 0.20F * edge * low * (0.35F + sunken);
    return light * (0.96F + 0.08F * noise(side * 9, up * 26, 4));
}

/// Height of the ridge against the sky, as a slope.
float ridge_height(float side, std::uint32_t seed, float scale) {
    const float hills = noise(side * 3.1F * scale + 4, 0, seed) * 0.6F +
                        noise(side * 8.5F * scale, 3, seed) * 0.27F +
                        noise(side * 25 * scale, 6, seed) * 0.08F;
    return 0.006F + 0.085F * hills * (0.55F + 0.45F * smooth(-0.1F, 0.5F, std::fabs(side - 0.08F)));
}

/// 0 no pool .. 1 water.
float pool(Vec p) {
    struct Pool {
        float x, z, across, along;
    };
    constexpr Pool pools[] = {{0.95F, 4.75F, 1.22F, 0.62F}, {-2.0F, 6.6F, 1.5F, 0.62F},
                              {-1.15F, 4.2F, 0.7F, 0.2F},   {-4.6F, 11.5F, 3.0F, 1.2F},
                              {4.4F, 11.5F, 1.9F, 0.7F},    {0.0F, 18, 5.0F, 2.0F},
                              {-10.5F, 27, 7.5F, 4.2F},     {11, 29, 7.5F, 4},
                              {2.6F, 4.55F, 0.7F, 0.2F},    {-2.0F, 38, 12, 5}};
    float water = 0;
    for (const Pool& each : pools) {
        const float dx = (p.x - each.x) / each.across, dz = (p.z - each.z) / each.along;
        const float ragged = 0.42F * (noise(p.x * 2.4F, p.z * 4.2F, 21) - 0.5F) +
                             0.20F * (noise(p.x * 7, p.z * 12, 22) - 0.5F);
        water = std::max(water, 1 - smooth(0.93F, 1.0F, std::sqrt(dx * dx + dz * dz) + ragged));
    }
    return water;
}

/// How far p lies from the wheel tracks that lead to the cart.
float tracks(Vec p) {
    const float middle = -3.1F + 0.62F * p.z - 0.9F * smooth(3, 9, p.z);
    const float apart = std::fabs(std::fabs(p.x - middle) - 0.38F);
    const float fade = 1 - smooth(6.6F, 7.6F, p.z);
    return (1 - smooth(0.02F, 0.075F, apart)) * fade;
}

Spot look_along(Vec from, Vec ray, int bounces);

Spot shade_solid(Vec p, Vec ray, const March& found) {
    Spot spot;
    spot.shape = found.what.shape;
    if (found.what.glows) {
        // Paper is brightest where the flame stands behind it.
        const Vec l = into_cart(p) - kLanternInCart;
        const float middle = std::exp(-(l.y * l.y) / 0.024F);
        spot.light = 0.72F + 0.26F * middle;
        return spot;
    }
    const Vec n = normal_at(p, found.distance > 15 ? 0.05F : 0.004F);
    const float facing_glow = std::max(dot(n, normal({-0.2F, 0.12F, 1})), 0.0F);
    const float sky = 0.16F + 0.12F * n.y + 0.10F * facing_glow;
    const float crevice = std::clamp(nearest(p + n * 0.09F).distance / 0.09F, 0.25F, 1.0F);
    const float rim = std::pow(1 - std::max(-dot(n, ray), 0.0F), 3.0F) * 0.05F;
    spot.light =
        found.what.albedo * (0.5F * sky * crevice + 2.1F * lantern_light(p, n)) + rim * crevice;
    const float haze = 1 - std::exp(-found.distance / 260);
    spot.light = std::lerp(spot.light, 0.20F, haze);
    return spot;
}

Spot shade_ground(Vec p, Vec ray, int bounces) {
    Spot spot;
    const float away = length(p - kEye);
    const float near = 1 - smooth(5, 22, away);
    const float water = pool(p);
    const float lit = lantern_light(p, {0, 1, 0});
    const float crack = 1 - smooth(0.0F, 0.09F, cell_border(p.x * 1.7F, p.z * 1.7F, 31));
    float salt = 0.155F + 0.085F * smooth(6, 60, away);
    salt *= 0.80F + 0.40F * clouds(p.x * 0.9F, p.z * 0.5F, 41);
    salt *= 1 - near * (0.30F * crack + 0.34F * tracks(p));
    salt *= 1 - 0.40F * (1 - smooth(3.4F, 6.0F, p.z));
    // The cart's own shadow from the sky: the ground under it sees little of it.
    const Vec under = into_cart(p);
    salt *=
        1 - 0.62F * std::exp(-std::pow(under.x / 1.15F, 4.0F) - std::pow(under.z / 0.62F, 4.0F));
    salt += 0.85F * lit;
    const float rim = water > 0.02F && water < 0.75F ? 0.86F : 1.0F;

    if (water > 0 && bounces > 0) {
        const float wave = 0.012F * (noise(p.x * 6, p.z * 17, 51) - 0.5F);
        const Vec n = normal({wave, 1, wave * 0.4F});
        const Spot mirrored = look_along(p + Vec{0, 0.01F, 0}, reflect(ray, n), bounces - 1);
        const float grazing = std::pow(1 - std::max(-ray.y, 0.0F), 5.0F);
        const float shine = 0.42F + 0.52F * grazing;
        const float depth = 0.035F + 0.2F * lit;
        spot.light = std::lerp(salt * rim, mirrored.light * shine + depth * (1 - shine), water);
    } else {
        spot.light = salt;
    }
    spot.shape = water > 0.5F ? Shape::pools : Shape::salt;
    return spot;
}

Spot look_along(Vec from, Vec ray, int bounces) {
    const float to_ground = ray.y < 0 ? -from.y / ray.y : kFar * 9;
    const March found = march(from, ray, std::min(to_ground, 60.0F));
    if (found.hit) return shade_solid(from + ray * found.distance, ray, found);
    if (ray.y < -0.0008F && to_ground < 900)
        return shade_ground(from + ray * to_ground, ray, bounces);

    Spot spot;
    const float side = std::atan2(ray.x, ray.z);
    const float flat = std::hypot(ray.x, ray.z), slope = std::max(ray.y, 0.0F) / flat;
    const float near_ridge = ridge_height(side, 61, 1),
                far_ridge = ridge_height(side + 1.3F, 62, 0.7F);
    if (slope < near_ridge) {
        spot.shape = Shape::ridge;
        spot.light =
            0.078F + 0.05F * (1 - slope / near_ridge) + 0.02F * noise(side * 40, slope * 160, 63);
    } else if (slope < far_ridge * 0.8F) {
        spot.shape = Shape::ridge;
        spot.light = 0.135F + 0.05F * (1 - slope / far_ridge);
    } else {
        spot.shape = Shape::sky;
        spot.light = sky_light(ray);
    }
    return spot;
}

Vec ray_through(float u, float v) {
    return normal({u * kWide, (v - kHorizon) * kWide, 1});
}

/// What bright paper does to the air and the eye around it.
float halo(float u, float v) {
    const Seen lantern = lantern_seen();
    const float away = std::hypot(u - lantern.u, v - lantern.v) / lantern.radius;
    return 0.10F * std::exp(-away * away / 5.0F) + 0.035F * std::exp(-away / 4.5F);
}

/// The direction of `along`, a direction in the scene, on screen at p.
void grain_on_screen(Vec p, Vec along, Spot& spot) {
    const Vec a = p - kEye, b = a + along * 0.01F;
    const float x = b.x / b.z - a.x / a.z, y = b.y / b.z - a.y / a.z;
    const float size = std::hypot(x, y);
    if (size < 1e-7F) return;
    spot.grain_x = x / size;
    spot.grain_y = -y / size;
}

void find_grain(float u, float v, Vec ray, Spot& spot) {
    switch (spot.shape) {
        case Shape::sky: {
            const float drift = 0.9F * (noise(u * 2.2F + 9, v * 3.1F, 71) - 0.5F) - 0.10F;
            spot.grain_x = std::cos(drift);
            spot.grain_y = std::sin(drift);
            spot.detail = 0.16F;
            return;
        }
        case Shape::ridge: {
            const float lean = 1.2F * (noise(u * 7, v * 9, 72) - 0.5F);
            spot.grain_x = std::cos(lean);
            spot.grain_y = std::sin(lean);
            spot.detail = 0.22F;
            return;
        }
        case Shape::salt:
        case Shape::pools: {
            const Vec p = kEye + ray * (-kEye.y / ray.y);
            const float turn = 0.5F * (noise(p.x, p.z * 0.7F, 73) - 0.5F);
            spot.grain_x = std::cos(turn * 0.5F);
            spot.grain_y = std::sin(turn * 0.5F);
            const float away = length(p - kEye);
            spot.detail = 0.42F * (1 - smooth(3, 26, away)) + 0.10F +
                          0.3F * std::exp(-length(p - Vec{1.0F, 0, 6.2F}) / 1.8F);
            return;
        }
        default: break;
    }
    const March found = march(kEye, ray, 60);
    if (!found.hit) return;
    const Vec p = kEye + ray * found.distance;
    const bool mill = spot.shape == Shape::mill;
    grain_on_screen(p, yawed(found.what.grain, mill ? -kMillYaw : -kCartYaw), spot);
    const float from_lantern = length(p - lantern_place());
    spot.detail = mill ? 0.42F : 0.72F + 0.28F * std::exp(-from_lantern / 0.6F);
}

}  // namespace

Spot look(float u, float v) {
    const Vec ray = ray_through(u, v);
    Spot spot = look_along(kEye, ray, 1);
    find_grain(u, v, ray, spot);
    const float corner = std::hypot(u * 0.9F, v * 1.1F);
    spot.light *= 1 - 0.34F * smooth(0.55F, 1.25F, corner);
    spot.light = std::min(spot.light + halo(u, v), 1.0F);
    return spot;
}

Seen lantern_seen() {
    const Vec p = lantern_place() - kEye;
    return {p.x / p.z / kWide, p.y / p.z / kWide + kHorizon, 0.15F / p.z / kWide};
}

}  // namespace underpaint::demo
