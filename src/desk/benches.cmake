# SPDX-License-Identifier: GPL-3.0-or-later
# The benches in working order; the key that enters one is its place. A new bench is its folder, with
# NAME_bench.h in it, and a word here: the window, the command line, the overview of keys and the
# manual page read this.
set(benches brief values passes palette versions report practice)
