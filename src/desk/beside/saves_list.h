// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAbstractListModel>
#include <QListView>
#include <map>

#include "desk/beside/watching.h"

namespace underpaint {

/// The saves of a watched file, the first at the top, as rows of a list.
class SavesModel : public QAbstractListModel {
    Q_OBJECT
public:
    explicit SavesModel(const Watching& watching, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    const KeptSave& save(int row) const { return rows_[static_cast<std::size_t>(row)]; }
    /// The small picture of a row; null until it is made.
    QImage thumbnail(int row) const;
    /// The line below the time: "29 min", "as sealed, intended".
    QString about(int row) const;
    /// All small pictures are made.
    bool finished() const { return !job_.running(); }

private:
    void follow();
    void make_thumbnails();

    const Watching& watching_;
    std::vector<KeptSave> rows_;
    std::map<int, QImage> thumbnails_;  // by the save's number
    LatestJob job_;
};

/// The list itself. Stays at the newest save while that is the chosen one.
class SavesList : public QListView {
    Q_OBJECT
public:
    explicit SavesList(const Watching& watching, QWidget* parent = nullptr);

    const SavesModel& saves() const { return *model_; }
    /// The chosen row; nothing while there is none.
    std::optional<int> chosen() const;

signals:
    void chosen_changed();

private:
    SavesModel* model_;
};

/// The names of the columns, over the list.
class SavesHeader : public QWidget {
public:
    explicit SavesHeader(QString file, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString file_;
};

/// "18:02", with the day where it was another than today.
QString time_of(std::chrono::sys_seconds when);
/// "first", "second" ... "twelfth", "13th".
QString ordinal(int number);

}  // namespace underpaint
