// SPDX-License-Identifier: GPL-3.0-or-later
#include "stand_in/script.h"

#include <fmt/format.h>

#include <cmath>
#include <sstream>
#include <thread>

#include "files/limits.h"
#include "files/open_any.h"
#include "files/openraster.h"
#include "files/png.h"
#include "files/today.h"
#include "painting/changes.h"
#include "painting/reframed.h"
#include "palette/hex.h"
#include "render/render.h"
#include "stand_in/ways_of_saving.h"

namespace underpaint {
namespace {

/// What goes wrong in a line, which its reader names.
struct Wrong {
    std::string what;
};

class Canvas {
public:
    void run(const std::string& command, std::istringstream& words) {
        if (command == "new") return begin(words);
        if (command == "open") return open(words);
        if (command == "wait")
            return std::this_thread::sleep_for(
                std::chrono::milliseconds(static_cast<int>(number(words, 0, 1e6))));
        if (!begun_) throw Wrong{"there is no canvas yet: begin with new or open"};
        if (command == "wash") return lay(words, BlendMode::normal);
        if (command == "multiply") return lay(words, BlendMode::multiply);
        if (command == "paint") return paint(words);
        if (command == "layer") return void(std::getline(words >> std::ws, layer_));
        if (command == "layers") return show_layers(words);
        if (command == "resize") return resize(words);
        if (command == "crop") return crop(words);
        if (command == "flip") {
            painting_ = turned(painting_, Turn::mirror);
            return;
        }
        if (command == "save") return save(words);
        throw Wrong{"\"" + command + "\" is no command"};
    }

private:
    static double number(std::istringstream& words, double least, double most) {
        double value = 0;
        if (!(words >> value) || !(value >= least && value <= most))
            throw Wrong{fmt::format("a number from {} to {} is wanted", least, most)};
        return value;
    }
    static Rgb colour(std::istringstream& words) {
        std::string text;
        words >> text;
        const auto read = rgb_from_hex(text);
        if (!read) throw Wrong{"a colour like #3a5f80 is wanted"};
        return *read;
    }
    static Size size(std::istringstream& words) {
        const auto width = static_cast<int>(number(words, 1, kMaxSide));
        return {width, static_cast<int>(number(words, 1, kMaxSide))};
    }
    static std::filesystem::path file(std::istringstream& words) {
        std::string text;
        if (!(words >> text)) throw Wrong{"a file is wanted"};
        return text;
    }

    void begin(std::istringstream& words) {
        const Size wanted = size(words);
        const Rgb of = colour(words);
        if (const Done fits = check_size("The canvas", static_cast<std::uint64_t>(wanted.width),
                                         static_cast<std::uint64_t>(wanted.height), 8);
            !fits)
            throw Wrong{fits.error().message()};
        Picture ground(wanted, Channels::rgb, Depth::bits8);
        for (int y = 0; y < wanted.height; ++y) {
            RgbBlock line({0, y, wanted.width, 1});
            for (std::size_t x = 0; x < static_cast<std::size_t>(wanted.width); ++x)
                line.row(0).set(x, of);
            ground.write_rgb(line);
        }
        ground.settle();
        painting_ = Painting{};
        painting_.underpaint = share(std::move(ground));
        painting_ = with_seal(std::move(painting_), today());
        begun_ = true;
    }
    void open(std::istringstream& words) {
        auto opened = open_any(file(words), today());
        if (!opened) throw Wrong{opened.error().message()};
        painting_ = std::move(opened->painting);
        if (!painting_.sealed()) painting_ = with_seal(std::move(painting_), today());
        begun_ = true;
    }
    void show_layers(std::istringstream& words) {
        const auto shown = static_cast<std::size_t>(number(words, 0, kMaxLayers));
        for (std::size_t i = 0; i < painting_.passes.size(); ++i)
            painting_.passes[i].on = i < shown;
    }
    void add(Pass pass) {
        if (!layer_.empty()) pass.name = layer_;
        painting_ = with_pass(std::move(painting_), std::move(pass));
    }
    void lay(std::istringstream& words, BlendMode blend) {
        Pass pass;
        pass.name = blend == BlendMode::normal ? "Wash" : "Multiply";
        pass.source = Tint{colour(words)};
        pass.blend = blend;
        pass.strength = static_cast<float>(number(words, 0, 1));
        add(std::move(pass));
    }
    void paint(std::istringstream& words) {
        const Size canvas = painting_.size();
        const double x = number(words, -1, 2) * canvas.width,
                     y = number(words, -1, 2) * canvas.width;
        const double radius = number(words, 0, 2) * canvas.width;
        Pass pass;
        pass.name = "Paint";
        pass.source = Tint{colour(words)};
        pass.blend = BlendMode::normal;
        Picture mask(canvas, Channels::grey, Depth::bits8);
        std::vector<float> row(static_cast<std::size_t>(canvas.width));
        for (int at = 0; at < canvas.height; ++at) {
            for (std::size_t i = 0; i < row.size(); ++i) {
                const double away = std::hypot(static_cast<double>(i) + 0.5 - x, at + 0.5 - y);
                // Full to half its radius, then fading.
                row[i] = static_cast<float>(
                    std::clamp(2 * (1 - away / std::max(radius, 1e-9)), 0.0, 1.0));
            }
            mask.write_channel(0, 0, at, row);
        }
        mask.settle();
        pass.reach.painted = share(std::move(mask));
        add(std::move(pass));
    }
    void resize(std::istringstream& words) {
        painting_ = reframed(painting_, resized(painting_.size(), size(words), OtherShape::cut));
    }
    void crop(std::istringstream& words) {
        const Size canvas = painting_.size();
        const auto x = static_cast<int>(number(words, 0, canvas.width - 1));
        const auto y = static_cast<int>(number(words, 0, canvas.height - 1));
        const Size wanted = size(words);
        painting_ = reframed(painting_, {canvas, -x, -y, wanted});
    }
    void save(std::istringstream& words) {
        const std::filesystem::path path = file(words);
        std::string way;
        words >> way;
        const auto chosen = saving_way_named(way);
        if (!chosen)
            throw Wrong{
                "a way of saving is wanted: truncate, pieces, rename, remove, lock or "
                "backup"};
        double pause = 50;
        words >> pause;
        const auto bytes = packed(path);
        if (!bytes) throw Wrong{bytes.error().message()};
        const Done saved =
            save_in_way(*chosen, path, *bytes, std::chrono::milliseconds(static_cast<int>(pause)));
        if (!saved) throw Wrong{saved.error().message()};
    }
    Result<Bytes> packed(const std::filesystem::path& path) const {
        if (path.extension() == ".ora") {
            const std::filesystem::path made = path.string() + ".making";
            if (Done done = save_painting(made, painting_); !done)
                return tl::unexpected(done.error());
            auto bytes = read_file(made);
            std::error_code ignored;
            std::filesystem::remove(made, ignored);
            return bytes;
        }
        auto picture = render_picture(painting_, painting_.passes.size(), Depth::bits8);
        return write_png(path.string(), std::move(*picture));
    }

    Painting painting_;
    std::string layer_;
    bool begun_ = false;
};

}  // namespace

Done run_script(std::istream& script, const std::string& name) {
    Canvas canvas;
    std::string line;
    for (int number = 1; std::getline(script, line); ++number) {
        const std::size_t comment = line.starts_with('#') ? 0 : line.find(" # ");
        std::istringstream words(line.substr(0, comment));
        std::string command;
        if (!(words >> command)) continue;
        try {
            canvas.run(command, words);
        } catch (const Wrong& wrong) {
            return trouble(name, fmt::format("line {}: {}.", number, wrong.what));
        }
    }
    return {};
}

}  // namespace underpaint
