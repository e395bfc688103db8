// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/measuring.h"

#include "audit/blame.h"

namespace underpaint {

void measure(AuditedFile& file, Reader reader, const HouseRules& own) {
    AuditOptions options;
    options.reader = reader;
    options.own_rules = own;
    file.audit = *audit(file.painting, options);
    file.findings = find(file.painting, file.audit);
    find_shares(file.painting, file.audit, file.findings, own);
}

}  // namespace underpaint
