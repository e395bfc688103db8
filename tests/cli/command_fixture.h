// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <gtest/gtest.h>
#include <sys/wait.h>

#include <cstdlib>
#include <nlohmann/json.hpp>
#include <string>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "files/openraster.h"
#include "painting/changes.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint::testing {

struct Ran {
    int status;
    std::string out, err;
};

class Command : public ::testing::Test {
protected:
    Ran run(const std::string& arguments) {
        const auto out = folder_ / "out", err = folder_ / "err";
        const std::string line = std::string(UNDERPAINT_COMMAND) + " " + arguments + " >" +
                                 out.string() + " 2>" + err.string();
        const int status = std::system(line.c_str());
        return {WEXITSTATUS(status), read_text(out), read_text(err)};
    }
    std::string file(const char* name) const { return (folder_ / name).string(); }
    std::string painting(const Pass& pass) {
        EXPECT_TRUE(save_painting(folder_ / "a.ora", with_pass(sealed(ramp({201, 40})), pass)));
        return file("a.ora");
    }
    TemporaryFolder folder_;
};

/// Whether JSON is as a schema says, and what is wrong if not.
inline std::string faults_of(const nlohmann::json& json, const nlohmann::json& schema_json) {
    valijson::Schema schema;
    valijson::SchemaParser parser;
    parser.populateSchema(valijson::adapters::NlohmannJsonAdapter(schema_json), schema);
    valijson::ValidationResults results;
    valijson::Validator validator;
    if (validator.validate(schema, valijson::adapters::NlohmannJsonAdapter(json), &results))
        return {};
    std::string faults;
    for (valijson::ValidationResults::Error error; results.popError(error);) {
        for (const std::string& step : error.context) faults += step;
        faults += ": " + error.description + "\n";
    }
    return faults.empty() ? "not valid" : faults;
}

}  // namespace underpaint::testing
