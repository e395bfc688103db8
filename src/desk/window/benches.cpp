// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/benches.h"

#include "bench_table.h"

namespace underpaint {

template <class... Benches>
struct BenchTable {
    static std::vector<std::unique_ptr<Bench>> make(const Desk& desk) {
        std::vector<std::unique_ptr<Bench>> benches;
        int key = 0;
        (benches.push_back(std::make_unique<Benches>(desk, ++key)), ...);
        return benches;
    }
    static std::vector<BenchText> texts() { return {Benches::kText...}; }
};

std::vector<std::unique_ptr<Bench>> make_benches(const Desk& desk) {
    return AllBenches::make(desk);
}

std::vector<BenchText> texts_of_benches() {
    return AllBenches::texts();
}

QString ids_of_benches() {
    QStringList ids;
    for (const BenchText& text : texts_of_benches()) ids << QString::fromLatin1(text.id);
    const QString last = ids.takeLast();
    return QObject::tr("%1 or %2").arg(ids.join(QStringLiteral(", ")), last);
}

}  // namespace underpaint
