// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/first_sequence.h"
#include "core/start/moving_parts.h"
#include "core/start/pictures.h"

namespace scaena::start {

/// Fills in the logo's part of a first sequence from its files: one vector, or a raster in all its densities.
class LogoReader {
public:
    LogoReader(const FileAccess& files, const Decoder& decoder, Started& into)
        : m_files(files), m_decoder(decoder), m_into(into) {}

    Result<void> read(const std::vector<std::filesystem::path>& light,
                      const std::vector<std::filesystem::path>& dark, FirstSequence& parts);

    /// An animated vector of the art that will be read.
    void setMoving(const std::filesystem::path& path) { m_moving = path; }

    /// Gives the logo of a first sequence the motion of its file. Last of all: a plate moves along.
    void addMotion(model::Sequence& sequence);

private:
    /// The same art out of its animated vector, in which parts that move have names.
    void useMotion(VectorSource& svg);
    Result<void> vector(const std::string& bytes, const std::filesystem::path& source,
                        const std::vector<std::filesystem::path>& dark, FirstSequence& parts);
    Result<void> raster(const std::vector<std::filesystem::path>& light,
                        const std::vector<std::filesystem::path>& dark, FirstSequence& parts);
    /// Puts a file beside the sequence, under another name where one with other contents has that; gives the
    /// name.
    std::string keep(const std::string& name, std::string bytes);

    const FileAccess& m_files;
    const Decoder& m_decoder;
    Started& m_into;
    std::filesystem::path m_moving;
    std::shared_ptr<const ArtMotion> m_motion;
};

}
