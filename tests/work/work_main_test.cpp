// SPDX-License-Identifier: GPL-3.0-or-later
// Work beside the interface, without an interface: this program also runs under ThreadSanitizer.
#include <gtest/gtest.h>

#include <QCoreApplication>

int main(int argc, char** argv) {
    ::testing::InitGoogleTest(&argc, argv);
    const QCoreApplication application(argc, argv);
    return RUN_ALL_TESTS();
}
