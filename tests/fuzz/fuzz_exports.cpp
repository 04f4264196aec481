// SPDX-License-Identifier: MIT
#include "export/common/export_writer.h"
#include "export/common/folder_change.h"

#include <cstdint>
#include <cstdlib>

/// What an earlier export left in a folder: its manifest, and the note of one that was killed. Whatever
/// stands there, nothing outside the folder may change.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace scaena;
    const std::string text(reinterpret_cast<const char*>(data), size);
    const auto cut = std::min(text.find('\0'), text.size());
    exporting::Export made;
    made.target = "android";
    made.sequenceName = "Test";
    made.files.push_back({"a.xml", "1"});
    MemoryFiles files;
    files.contents["secret"] = "precious";
    files.contents["out/mine"] = "precious";
    files.contents["out/" + exporting::manifestName(made)] = text.substr(0, cut);
    files.contents["out/.scaena-export/todo.json"] = text.substr(std::min(cut + 1, text.size()));
    files.contents["out/.scaena-export/0"] = "new";
    (void)exporting::finishEarlier(files, "out");
    (void)exporting::write(files, "out", made, exporting::planWrite(files, "out", made), false);
    if (files.contents["secret"] != "precious" || files.exists("out/.scaena-export")) {
        std::abort();
    }
    return 0;
}
