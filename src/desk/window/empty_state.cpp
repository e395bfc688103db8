// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/empty_state.h"
#include "desk/work/paths.h"

#include <QFileInfo>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "files/picture_formats.h"

namespace underpaint {

EmptyState::EmptyState(FileDesk& files, QWidget* parent)
    : QWidget(parent), files_(files), recent_(new QVBoxLayout) {
    setObjectName(QStringLiteral("empty_state"));
    auto* title = large_label(tr("Bring in the grey picture that you want to colour."), true);
    auto* about =
        new QLabel(tr("Seal its values, lay colour over it pass by pass, and see after each one "
                      "what became of light and dark. %1; paintings are kept as OpenRaster. A file "
                      "can also be dropped here.")
                       .arg(QString::fromStdString(names_of_picture_formats("or"))));
    about->setProperty("tone", "secondary");
    about->setWordWrap(true);
    about->setMaximumWidth(scaled(440));
    auto* bring = new QPushButton(tr("Bring in a picture"));
    bring->setObjectName(QStringLiteral("empty_bring_in"));
    bring->setProperty("role", "main");
    auto* open = new QPushButton(tr("Open a painting"));
    open->setObjectName(QStringLiteral("empty_open"));
    auto* demo = new QPushButton(tr("Look at the demo painting"));
    demo->setObjectName(QStringLiteral("empty_demo"));
    demo->setToolTip(tr("Salt cart at dusk: six passes, one of which does damage"));
    auto* brief = new QPushButton(tr("Begin with the brief"));
    brief->setObjectName(QStringLiteral("empty_brief"));
    brief->setToolTip(
        tr("Say what it is to be, with thumbnails and references, before there is a "
           "picture; the one that you bring in takes it over"));
    auto* walk = new QPushButton(tr("Show me"));
    walk->setObjectName(QStringLiteral("empty_walk"));
    walk->setToolTip(tr("Seven steps through the demo painting, in this window"));
    connect(walk, &QPushButton::clicked, this, &EmptyState::wants_walk);
    connect(brief, &QPushButton::clicked, &files_, &FileDesk::begin_with_brief);
    connect(demo, &QPushButton::clicked, &files_, [this] { files_.open_demo(); });
    connect(bring, &QPushButton::clicked, &files_, &FileDesk::bring_in);
    connect(open, &QPushButton::clicked, &files_, &FileDesk::open);

    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(scaled(12));
    buttons->addWidget(bring);
    buttons->addWidget(open);
    buttons->addWidget(brief);
    buttons->addWidget(demo);
    buttons->addWidget(walk);
    buttons->addStretch(1);
    auto* words = new QVBoxLayout;
    words->setSpacing(scaled(14));
    words->addStretch(2);
    words->addWidget(title);
    words->addWidget(about);
    words->addLayout(buttons);
    words->addLayout(recent_);
    words->addStretch(3);
    auto* row = new QHBoxLayout(this);
    row->addStretch(1);
    row->addLayout(words);
    row->addStretch(1);
}

void EmptyState::showEvent(QShowEvent*) {
    while (QLayoutItem* item = recent_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    for (const QString& file : files_.recent()) {
        auto* button = new QPushButton(QFileInfo(file).fileName());
        button->setProperty("role", "choice");
        button->setToolTip(file);
        connect(button, &QPushButton::clicked, this,
                [this, file] { files_.open_file(path_of(file)); });
        recent_->addWidget(button, 0, Qt::AlignLeft);
    }
}

void EmptyState::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), greys().ground);
}

}  // namespace underpaint
