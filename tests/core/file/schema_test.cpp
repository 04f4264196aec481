// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "core/moves/definition.h"
#include "support/files_of_repository.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

#ifdef HAS_VALIJSON
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>
#endif

using namespace scaena;
using namespace scaena::test;

namespace {
nlohmann::json schemaJson() {
    return nlohmann::json::parse(readWhole(repository() / "docs/format/scaena-1.schema.json"));
}
}

TEST_CASE("The schema names every move and every parameter the program knows") {
    const auto schema = schemaJson();
    const auto kinds = schema["$defs"]["move"]["properties"]["kind"]["enum"].get<std::vector<std::string>>();
    CHECK(kinds.size() == model::kMoveKinds);
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<model::MoveKind>(i);
        CHECK(std::count(kinds.begin(), kinds.end(), model::word(kind)) == 1);
        for (const auto& parameter : moves::definitionOf(kind).parameters) {
            INFO(parameter.key);
            CHECK(schema["$defs"]["move"]["properties"].contains(std::string(parameter.key)));
        }
    }
}

#ifdef HAS_VALIJSON
namespace {

class SchemaJudge {
public:
    SchemaJudge() {
        const auto json = schemaJson();
        const valijson::adapters::NlohmannJsonAdapter adapter(json);
        valijson::SchemaParser(valijson::SchemaParser::kDraft7).populateSchema(adapter, m_schema);
    }
    std::string problems(const std::string& text) {
        const auto json = nlohmann::json::parse(text);
        valijson::ValidationResults results;
        valijson::Validator validator;
        validator.validate(m_schema, valijson::adapters::NlohmannJsonAdapter(json), &results);
        std::string out;
        valijson::ValidationResults::Error error;
        while (results.popError(error)) {
            for (const auto& part : error.context) {
                out += part;
            }
            out += ": " + error.description + "\n";
        }
        return out;
    }

private:
    valijson::Schema m_schema;
};

}

TEST_CASE("Samples and written sequences keep to the published schema") {
    SchemaJudge judge;
    for (const auto& path : samples()) {
        INFO(path.string());
        CHECK(judge.problems(readWhole(path)) == "");
        CHECK(judge.problems(file::write(file::read(readWhole(path)).value())) == "");
    }
    RandomSequences random(11);
    for (int i = 0; i < 60; ++i) {
        CHECK(judge.problems(file::write(random.next())) == "");
    }
}

TEST_CASE("The schema refuses what the reader refuses") {
    SchemaJudge judge;
    const auto good = readWhole(samples().front());
    for (const auto& [from, to] : {std::pair{"\"kind\": \"opening\"", "\"kind\": \"overture\""},
                                   std::pair{"\"length\": 1150", "\"length\": \"long\""},
                                   std::pair{"#5B4A7C", "purple"}, std::pair{"\"beats\"", "\"beatz\""}}) {
        auto bad = good;
        bad.replace(bad.find(from), std::string(from).size(), to);
        INFO(to);
        CHECK(judge.problems(bad) != "");
        CHECK_FALSE(file::read(bad));
    }
}
#endif
