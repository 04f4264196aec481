// SPDX-License-Identifier: MIT
#include "core/file/pretty_json.h"
#include "core/file/sequence_file.h"
#include "core/file/version.h"
#include "core/file/write_archive.h"
#include "core/model/with_copies.h"

namespace scaena::file {

std::string write(const model::Sequence& sequence) {
    // The archive visits by reference, since the reader fills the same fields.
    model::Sequence copy = model::withoutCopies(sequence);
    WriteArchive archive;
    describe(archive, copy);
    Json document = {{"format", kFormatName}, {"version", kVersion}};
    document.update(archive.take());
    return prettyJson(document);
}

Result<void> save(FileAccess& files, const std::filesystem::path& path, const model::Sequence& sequence) {
    return files.writeAtomically(path, write(sequence));
}

}
