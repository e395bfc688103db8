// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/ending.h"

#include <fcntl.h>
#include <signal.h>
#include <unistd.h>

#include <QGuiApplication>
#include <QSessionManager>

namespace underpaint {
namespace {

constexpr int kSignals[] = {SIGTERM, SIGHUP, SIGINT};
int pipe_ends[2] = {-1, -1};

/// In a handler next to nothing is allowed; the rest is done where events are.
void pass_on(int number) {
    const auto byte = static_cast<unsigned char>(number);
    static_cast<void>(!::write(pipe_ends[1], &byte, 1));
}

}  // namespace

Ending::Ending(std::function<void()> keep) : keep_(std::move(keep)) {
    if (::pipe2(pipe_ends, O_CLOEXEC | O_NONBLOCK) != 0) return;
    notifier_ = std::make_unique<QSocketNotifier>(pipe_ends[0], QSocketNotifier::Read);
    QObject::connect(notifier_.get(), &QSocketNotifier::activated, notifier_.get(), [this] {
        unsigned char number = 0;
        if (::read(pipe_ends[0], &number, 1) != 1) return;
        keep_();
        QCoreApplication::exit(128 + number);
    });
    struct sigaction action {};
    action.sa_handler = pass_on;
    for (const int number : kSignals) ::sigaction(number, &action, nullptr);
    session_ = QObject::connect(
        qGuiApp, &QGuiApplication::commitDataRequest, notifier_.get(),
        [this](QSessionManager&) { keep_(); }, Qt::DirectConnection);
}

Ending::~Ending() {
    QObject::disconnect(session_);
    for (const int number : kSignals) ::signal(number, SIG_DFL);
    notifier_.reset();
    for (int& end : pipe_ends)
        if (end >= 0) ::close(std::exchange(end, -1));
}

}  // namespace underpaint
