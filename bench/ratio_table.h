// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <benchmark/benchmark.h>

#include <map>
#include <string>
#include <vector>

namespace underpaint::bench {

/// Prints what benchmarks print and, at the end, how the figures that are wanted of them came out.
/// Of repetitions the fastest counts where two things are compared, on either side: other work on
/// the machine only ever adds. Where a time itself is wanted, the median.
class RatioTable : public benchmark::ConsoleReporter {
public:
    RatioTable() : ConsoleReporter(OO_Tabular) {}
    void ReportRuns(const std::vector<Run>& runs) override;
    void Finalize() override;

private:
    /// 0 when the benchmark did not run.
    double median(const std::string& name) const;
    double fastest(const std::string& name) const;
    void row(const std::string& what, const std::string& figure, double reached, bool met,
             const char* unit);
    /// How many times as fast `ours` is.
    void faster(const std::string& what, const std::string& ours, const std::string& theirs,
                double wanted);
    /// How many times as long `ours` takes.
    void slower(const std::string& what, const std::string& ours, const std::string& theirs,
                double allowed);
    void at_most(const std::string& what, const std::string& name, double allowed,
                 const char* unit);
    /// CPU time in `color` blends that cairo lays over as many megapixels.
    void blends(const std::string& what, const std::string& name, double megapixels,
                double allowed);

    std::map<std::string, std::vector<double>> cpu_times_;
    std::map<std::string, std::vector<double>> times_;  // milliseconds; for memory megabytes
};

}  // namespace underpaint::bench
