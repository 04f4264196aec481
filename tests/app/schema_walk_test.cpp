// SPDX-License-Identifier: MIT
#include "app/schema_ways.h"
#include "core/file/sequence_file.h"
#include "support/schema_values.h"

using namespace scaena;
using namespace scaena::test;

namespace {

/// Keys the window does not write one by one, and why: five at most.
const std::map<std::string, std::string> kExceptions = {
    {"format, version", "what the file is; the program's own"},
    {"ids", "made by the program from names, so that things can be told apart; names are what people give"},
    {"a kept take's beats, cues and starts", "a take is kept and gone back to as a whole"},
};

bool isException(const std::string& key) {
    return key == "sequence.format" || key == "sequence.version" || key.ends_with(".id") ||
           key == "take.beats" || key == "take.cues" || key == "take.starts";
}

}

TEST_CASE(
    "For every key of the file there is something in the window that changes it, and undo takes it back") {
    const auto schema = publishedSchema();
    const SchemaValues walk(schema);
    Ways ways = waysOfSequence();
    for (auto more : {waysOfTime(), waysOfCues(), waysOfLayers()}) {
        ways.merge(more);
    }
    CHECK(kExceptions.size() <= 5);
    const auto keys = walk.keys();
    for (const auto& key : keys) {
        INFO(key);
        CHECK(ways.contains(key) != isException(key));
    }
    Walk w;
    const auto start = w.sequence();
    for (const auto& [key, way] : ways) {
        INFO(key);
        CHECK(keys.contains(key)); // none that the schema does not know
        w.putBack(start);
        way(w);
        const auto before = w.m_prepared.value_or(start);
        const auto was = walk.in(Json::parse(file::write(before)));
        const auto now = walk.in(Json::parse(file::write(w.sequence())));
        const auto at = [&](const auto& values) {
            const auto found = values.find(key);
            return found == values.end() ? std::multiset<std::string>() : found->second;
        };
        CHECK(at(was) != at(now));
        CHECK(valid::problemsOf(w.sequence()).empty());
        for (int steps = 0; steps < 6 && w.sequence() != before; ++steps) {
            w.trigger("undo");
        }
        CHECK(w.sequence() == before);
    }
}
