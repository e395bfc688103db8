// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>
#include <optional>
#include <set>

#include "desk/work/document.h"
#include "painting/stage.h"

namespace underpaint {

/// Two pictures side by side, in place of the painting, and what they are called.
struct Comparison {
    Painting painting;  ///< see compared()
    QString left, right;
};

/// The view of the document that the canvas shows: one side of the seal line, or a comparison. It
/// is a painting only so that it can be rendered; changes are made to the Document's.
struct Shown {
    Painting picture;
    std::size_t upto = 0;  ///< after how many of its passes
};

/// The place in the painting that is looked at, and what of it is chosen: the side of the seal
/// line, after how many passes, or two states side by side; the part and the pass.
class Outlook : public QObject {
    Q_OBJECT
public:
    /// It follows the document before anybody else hears of a change, whoever listened first.
    explicit Outlook(Document& document);

    /// Which side of the seal line is being worked on.
    Stage stage() const { return stage_; }
    void set_stage(Stage stage);
    const Shown& shown() const { return shown_; }
    /// Shows a comparison until it is ended or something changes.
    void compare(std::optional<Comparison> comparison);
    const std::optional<Comparison>& comparison() const { return comparison_; }

    /// The moment below the seal line that the canvas shows: after how many passes. 0 is the seal.
    std::size_t moment() const { return moment_; }
    void set_moment(std::size_t passes);
    /// The pass last laid at that moment, counted from 0; nothing while a group is chosen.
    std::optional<std::size_t> chosen_pass() const;
    /// The group that is looked at as a whole; the moment is then that after its last pass.
    std::optional<GroupId> chosen_group() const { return group_; }
    void choose_group(GroupId group);
    /// The moment before what is chosen was laid.
    std::size_t moment_before() const;
    /// Groups of which the ledger shows one row.
    bool folded(GroupId group) const { return folded_.contains(group); }
    void fold(GroupId group, bool folded);

    /// The part that is worked on; nothing when it is no longer there.
    std::optional<PartId> chosen_part() const;
    void choose_part(std::optional<PartId> part);
    /// One of Painting::values; nothing when it is no longer there.
    std::optional<std::size_t> chosen_value_pass() const;
    void choose_value_pass(std::optional<std::size_t> pass);

signals:
    void moment_changed();  ///< or what is chosen at it
    void folds_changed();
    void part_chosen();
    void value_pass_chosen();
    void stage_changed();
    void comparison_changed();

private:
    void begin();
    void follow();
    void find_shown();
    void move_to(std::size_t moment, std::optional<GroupId> group);

    const Document& document_;
    std::size_t moment_ = 0;
    std::optional<GroupId> group_;
    std::set<GroupId> folded_;
    std::optional<PartId> part_;
    std::optional<std::size_t> value_pass_;
    Stage stage_ = Stage::values;
    Shown shown_;
    std::optional<Comparison> comparison_;
};

}  // namespace underpaint
