// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/meters.h"
#include "desk/work/session.h"

namespace underpaint {

/// One way of looking at the figures, in place of the picture. It draws itself at any size, on the
/// screen or into a file.
class Chart : public QWidget {
    Q_OBJECT
public:
    Chart(const char* id, const QString& label, Session& session, Measuring& measuring);

    const char* id() const { return id_; }
    const QString& label() const { return label_; }
    /// The caption beside its tab.
    virtual QString caption() const = 0;
    /// Its figures in words, for those who do not see it.
    virtual QString text() const = 0;
    virtual void draw(QPainter& painter, const QSizeF& size) const = 0;
    /// Nothing of it is still to come.
    virtual bool finished() const { return true; }
    /// Controls for the row above it; null: none.
    virtual QWidget* controls() { return nullptr; }
    /// It is shown, and what it is made from may have changed.
    virtual void refresh() { update(); }

    QByteArray as_svg() const;
    QByteArray as_png() const;

signals:
    /// Words for what the pointer is on; empty when on nothing.
    void said(const QString& words);

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

    /// The state that the ledger is wound to, and the one before it; null where nothing is
    /// measured.
    const PassAudit* now() const;
    const PassAudit* before() const;
    const Audit* figures() const;

    Session& session_;
    Measuring& measuring_;

private:
    QSizeF size_to_save() const;
    void say();

    const char* id_;
    QString label_;
};

/// Said in the middle of a chart that has nothing to show.
void draw_hint(QPainter& painter, const QSizeF& size, const QString& text);

}  // namespace underpaint
