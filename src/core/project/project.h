// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/art/parts.h"
#include "core/base/files.h"
#include "core/model/sequence.h"

namespace scaena::project {

/// The art, pictures, clips and fonts a sequence names, read once and shared. Keys are the relative paths of
/// the sequence.
struct ArtFiles {
    std::map<std::string, art::ArtPtr> art;
    std::map<std::string, std::shared_ptr<const std::string>> files; ///< pictures, clips and fonts, undecoded
    std::map<std::string, std::shared_ptr<const std::string>>
        sources; ///< the files of the art, as they were read

    /// What a card asks of art again and again, worked out where it was read: of a large drawing that takes a
    /// tenth of a second.
    std::map<std::string, std::shared_ptr<const art::Colours>> colours;

    /// Art that has been read, from these bytes.
    void addArt(const std::string& path, art::Art read, std::string source);
    /// What `from` knows of that art, if it knows it.
    bool takeArt(const std::string& path, const ArtFiles& from);

    /// The bytes of one of `files`; null if it could not be read.
    [[nodiscard]] const std::string* bytesOf(const std::string& path) const;

    [[nodiscard]] art::ArtPtr findArt(const std::string& path) const;
    /// The art a layer shows: its dark variant by night if it has one. May be null.
    [[nodiscard]] art::ArtPtr artOf(const model::Layer& layer, model::Appearance appearance) const;
    /// Whether both hold the very same files.
    bool operator==(const ArtFiles&) const = default;
};

/// A sequence with everything it needs to be shown.
struct Project {
    std::filesystem::path path; ///< of the .scaena file; empty if it was never saved
    model::Sequence sequence;
    std::shared_ptr<const ArtFiles> artFiles = std::make_shared<ArtFiles>();
    Problems warnings; ///< art that is missing, broken or not wholly carried; the sequence still opens
};

/// Reads a sequence and its art. Fails only if the sequence itself cannot be used; art that cannot be read is
/// listed in `warnings`, so that a person can open the sequence and mend it.
[[nodiscard]] Result<Project> open(const FileAccess& files, const std::filesystem::path& path);

/// Reads the art of a sequence whose folder is known; what `known` holds already is not read again.
[[nodiscard]] ArtFiles loadArtFiles(const FileAccess& files, const std::filesystem::path& folder,
                                    const model::Sequence& sequence, const ArtFiles& known,
                                    Problems& warnings);

/// Removes what a program that was killed while it saved left beside the sequence and its art. Looks through
/// their folders: not for the thread of a window.
void clearStrays(const Project& project);

/// All paths a sequence names, each once.
[[nodiscard]] std::vector<std::string> pathsOf(const model::Sequence& sequence);

/// Puts another path in the place of one wherever the sequence names it.
void renamePath(model::Sequence& sequence, const std::string& from, const std::string& to);

/// Brings the art a sequence needs into another folder (for "save as"); files that are there already stay as
/// they are. What is no longer where it was read is taken from `known`.
[[nodiscard]] Result<void> copyArt(FileAccess& files, const std::filesystem::path& from,
                                   const std::filesystem::path& to, const model::Sequence& sequence,
                                   const ArtFiles& known);

}
