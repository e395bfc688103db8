// SPDX-License-Identifier: GPL-3.0-or-later
// underpaint-stand-in: a simulated painting program that edits and saves a file by a script.
#include <fmt/format.h>

#include <cstdio>
#include <fstream>
#include <iostream>
#include <string_view>

#include "stand_in/script.h"

int main(int argc, char** argv) {
    using namespace underpaint;
    const std::string_view asked = argc == 2 ? argv[1] : "";
    if (argc != 2 || asked == "--help" || asked == "-h") {
        fmt::print(argc == 2 ? stdout : stderr,
                   "underpaint-stand-in SCRIPT\n\nA simulated painting program: edits and saves a "
                   "file as SCRIPT says, a command a line; - reads it from standard input. See "
                   "underpaint-stand-in(1).\n");
        return argc == 2 ? 0 : 2;
    }
    try {
        std::ifstream file;
        if (asked != "-") {
            file.open(argv[1]);
            if (!file) {
                fmt::print(stderr, "{}: it could not be opened.\n", argv[1]);
                return 2;
            }
        }
        const Done done = run_script(asked == "-" ? std::cin : file, argv[1]);
        if (done) return 0;
        fmt::print(stderr, "{}\n", done.error().message());
    } catch (const std::bad_alloc&) {
        fmt::print(stderr, "There is not enough memory for this.\n");
    }
    return 2;
}
