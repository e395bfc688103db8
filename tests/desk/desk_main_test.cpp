// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <QApplication>

#include "desk/kit/look.h"

int main(int argc, char** argv) {
    ::testing::InitGoogleTest(&argc, argv);
    qputenv("QT_QPA_PLATFORM", "offscreen:configfile=" UNDERPAINT_TEST_SCREEN);
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("Faithful Underpaint Tests"));
    QApplication::setOrganizationName(QStringLiteral("Faithful Underpaint Tests"));
    underpaint::dress(application);
    return RUN_ALL_TESTS();
}
