// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstdlib>
#include <fstream>

#include "files/left_work.h"
#include "files/png.h"
#include "files/unsaved_work.h"
#include "fuzz/target.h"

using namespace underpaint;
using namespace underpaint::fuzz;

namespace {

/// A store with one folder and the pictures that its inputs speak of, that goes when the program
/// ends.
struct Store {
    std::filesystem::path path;
    Store() {
        std::string name = (std::filesystem::temp_directory_path() / "fuzz-XXXXXX").string();
        if (::mkdtemp(name.data()) == nullptr) std::abort();
        path = name;
        std::filesystem::create_directories(path / "painting-1");
        int number = 0;
        for (const auto& [size, channels] : {std::pair(Size{16, 12}, Channels::grey),
                                             {{16, 12}, Channels::grey},
                                             {{16, 12}, Channels::grey},
                                             {{8, 6}, Channels::rgb_alpha},
                                             {{16, 12}, Channels::grey},
                                             {{200, 150}, Channels::grey},
                                             {{128, 128}, Channels::grey}}) {
            const std::string file = std::to_string(++number) + ".png";
            const auto png = write_png(file, Picture(size, channels, Depth::bits8));
            expect(png && replace_file(path / "painting-1" / file, *png));
        }
    }
    ~Store() {
        std::error_code ignored;
        std::filesystem::remove_all(path, ignored);
    }
};

}  // namespace

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static const Store store;
    std::ofstream(store.path / "painting-1" / "painting.json", std::ios::binary)
        << as_text(data, size);
    for (const LeftWork& left : left_work(store.path))
        static_cast<void>(open_left_work(left.folder));
    return 0;
}
