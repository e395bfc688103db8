// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/crash_report.h"

#include <execinfo.h>
#include <fcntl.h>
#include <fmt/format.h>
#include <signal.h>
#include <unistd.h>

#include <algorithm>
#include <array>
#include <cstring>
#include <ctime>
#include <exception>

namespace underpaint {
namespace {

namespace fs = std::filesystem;

constexpr int kFaults[] = {SIGSEGV, SIGBUS, SIGFPE, SIGILL, SIGABRT};
constexpr const char* kBegins = "fault-";
constexpr std::size_t kMostReports = 5;

// Everything that the handler needs is prepared here, since it must not allocate memory.
std::array<char, 4096> report_name;
std::array<char, 4096> about_text;
std::array<char, 512> thrown_text;
std::array<char, 1 << 16> stack_of_handler;

template <std::size_t n>
void keep_text(std::array<char, n>& in, const std::string& text) {
    in.fill('\0');
    std::memcpy(in.data(), text.data(), std::min(text.size(), n - 1));
}

void put(int file, const char* text) {
    static_cast<void>(!::write(file, text, std::strlen(text)));
}

void put_number(int file, std::uint64_t number) {
    char digits[24];
    char* at = digits + sizeof digits - 1;
    *at = '\0';
    do *--at = static_cast<char>('0' + number % 10);
    while ((number /= 10) > 0);
    put(file, at);
}

void report(int number) {
    const int file = ::open(report_name.data(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0600);
    if (file >= 0) {
        put(file, about_text.data());
        put(file, "Ended by signal ");
        put_number(file, static_cast<std::uint64_t>(number));
        put(file, " at ");
        put_number(file, static_cast<std::uint64_t>(::time(nullptr)));
        put(file, " seconds since 1970.\n");
        if (thrown_text[0] != '\0') {
            put(file, "Nobody caught: ");
            put(file, thrown_text.data());
            put(file, "\n");
        }
        std::array<void*, 64> frames;
        ::backtrace_symbols_fd(frames.data(),
                               ::backtrace(frames.data(), static_cast<int>(frames.size())), file);
        ::close(file);
    }
    // Raised again with the default action, so that the system writes its record and the parent
    // process sees the signal.
    ::signal(number, SIG_DFL);
    ::raise(number);
}

[[noreturn]] void note_what_was_thrown() {
    try {
        if (std::current_exception()) std::rethrow_exception(std::current_exception());
    } catch (const std::exception& error) {
        keep_text(thrown_text, error.what());
    } catch (...) {
        keep_text(thrown_text, "something that is no exception");
    }
    std::abort();
}

}  // namespace

void leave_report_of_crashes(const fs::path& folder, const std::string& about) {
    std::error_code error;
    fs::create_directories(folder, error);
    keep_text(
        report_name,
        (folder / fmt::format("{}{}-{}.txt", kBegins, std::time(nullptr), ::getpid())).string());
    keep_text(about_text, about + "\n");
    // The first call loads a library, which is not allowed inside a handler.
    void* frame = nullptr;
    static_cast<void>(::backtrace(&frame, 1));
    // After a stack overflow the handler needs a stack of its own.
    stack_t stack{};
    stack.ss_sp = stack_of_handler.data();
    stack.ss_size = stack_of_handler.size();
    ::sigaltstack(&stack, nullptr);
    struct sigaction action {};
    action.sa_handler = report;
    action.sa_flags = SA_ONSTACK | static_cast<int>(SA_RESETHAND);
    for (const int number : kFaults) ::sigaction(number, &action, nullptr);
    std::set_terminate(note_what_was_thrown);
}

std::vector<fs::path> crash_reports(const fs::path& folder) {
    std::vector<fs::path> reports;
    std::error_code error;
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error))
        if (at->path().filename().string().starts_with(kBegins)) reports.push_back(at->path());
    std::ranges::sort(reports, std::greater());  // their names begin with the time
    return reports;
}

void tidy_crash_reports(const fs::path& folder) {
    const auto reports = crash_reports(folder);
    std::error_code ignored;
    for (std::size_t i = kMostReports; i < reports.size(); ++i) fs::remove(reports[i], ignored);
}

}  // namespace underpaint
