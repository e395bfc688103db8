// SPDX-License-Identifier: GPL-3.0-or-later
// Runs a target where there is no libFuzzer: every input of the folders that are named, then as
// many random changes of them as are asked for, the same ones each time. One that ends the program
// is found by --keep, which writes each down before it is run (and takes its time). TARGET
// [--runs=N] [--seed=N] [--keep=FILE] FOLDER...
#include <algorithm>
#include <charconv>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <random>
#include <string>
#include <vector>

#include "fuzz/target.h"

namespace {

using Input = std::vector<std::uint8_t>;

class Mutator {
public:
    Mutator(const std::vector<Input>& inputs, std::uint64_t seed)
        : inputs_(inputs), random_(seed) {}

    Input next() {
        Input input = inputs_[below(inputs_.size())];
        for (std::size_t changes = 1 + below(6); changes > 0; --changes) change(input);
        return input;
    }

private:
    std::size_t below(std::size_t n) { return n == 0 ? 0 : random_() % n; }

    void change(Input& input) {
        const std::size_t at = below(input.size()), length = 1 + below(16);
        const auto place = input.begin() + static_cast<std::ptrdiff_t>(at);
        const auto end =
            input.begin() + static_cast<std::ptrdiff_t>(std::min(input.size(), at + length));
        switch (input.empty() ? 3 : below(7)) {
            case 0: *place = static_cast<std::uint8_t>(*place ^ (1U << below(8))); break;
            case 1: *place = static_cast<std::uint8_t>(random_()); break;
            case 2: input.erase(place, end); break;
            case 3: input.insert(place, length, static_cast<std::uint8_t>(random_())); break;
            case 4: {  // a stretch comes twice
                const Input stretch(place, end);
                input.insert(place, stretch.begin(), stretch.end());
                break;
            }
            case 5: {  // numbers at the ends of their range
                constexpr std::uint8_t ends[] = {0x00, 0x7f, 0x80, 0xff};
                std::fill(place, std::min(end, place + 4), ends[below(std::size(ends))]);
                break;
            }
            default: {  // the rest is another's
                const Input& other = inputs_[below(inputs_.size())];
                input.resize(at);
                const std::size_t from = std::min(at, other.size());
                input.insert(input.end(), other.begin() + static_cast<std::ptrdiff_t>(from),
                             other.end());
            }
        }
    }

    const std::vector<Input>& inputs_;
    std::mt19937_64 random_;
};

/// What is being run, so that it can be kept where it ends the program.
void keep(const Input& input, const std::string& file) {
    std::ofstream(file, std::ios::binary)
        .write(reinterpret_cast<const char*>(input.data()),
               static_cast<std::streamsize>(input.size()));
}

}  // namespace

int main(int argc, char** argv) {
    std::uint64_t runs = 0, seed = 1;
    std::string kept;
    std::vector<Input> inputs;
    for (const std::string& argument : std::vector<std::string>(argv + 1, argv + argc)) {
        const auto number = [&](const std::string& name, std::uint64_t& value) {
            if (!argument.starts_with(name)) return false;
            std::from_chars(argument.data() + name.size(), argument.data() + argument.size(),
                            value);
            return true;
        };
        if (number("--runs=", runs) || number("--seed=", seed)) continue;
        if (constexpr std::string_view keeps = "--keep="; argument.starts_with(keeps)) {
            kept = argument.substr(keeps.size());
            continue;
        }
        for (const auto& entry : std::filesystem::directory_iterator(argument)) {
            std::ifstream file(entry.path(), std::ios::binary);
            inputs.emplace_back(std::istreambuf_iterator<char>(file),
                                std::istreambuf_iterator<char>());
            LLVMFuzzerTestOneInput(inputs.back().data(), inputs.back().size());
        }
    }
    if (inputs.empty()) {
        std::fprintf(stderr, "There are no inputs to begin with.\n");
        return 2;
    }
    Mutator mutator(inputs, seed);
    for (std::uint64_t run = 0; run < runs; ++run) {
        const Input input = mutator.next();
        if (!kept.empty()) keep(input, kept);
        LLVMFuzzerTestOneInput(input.data(), input.size());
    }
    std::printf("%zu inputs, %llu changed ones\n", inputs.size(),
                static_cast<unsigned long long>(runs));
    return 0;
}
