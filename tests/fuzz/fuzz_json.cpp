// SPDX-License-Identifier: MIT
#include "core/base/bounded_json.h"
#include "core/file/phrase_file.h"
#include "core/file/sequence_file.h"
#include "core/launches/read_records.h"
#include "core/model/easing.h"

#include <cstdint>

/// The door by which JSON comes in, and what comes through it from clipboard, phrases and journals.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    if (const auto json = scaena::parseJson(text)) {
        (void)scaena::textOf(*json, "text"); // a journal
        (void)scaena::numberOf(*json, "version");
        for (const auto& item : scaena::listOf(*json, "steps")) {
            (void)scaena::textOf(item, "path");
        }
        (void)scaena::file::read(scaena::textOf(*json, "text"));
    }
    if (const auto phrases = scaena::file::readPhrases(text)) {
        (void)scaena::file::writePhrases(*phrases);
    }
    (void)scaena::model::parseEasing(std::string(text)); // the person's own, in the settings
    const std::atomic<bool> goOn = false;
    (void)scaena::launches::readLaunchRecords(text, "records", goOn);
    return 0;
}
