// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <string>
#include <vector>

namespace scaena::render {

/// Packs bytes of which most are like the one before, as raw deflate (RFC 1951): Huffman codes of single
/// bytes and of runs. A run may be told by its length alone, so that long ones cost nothing to look at.
///
/// What it gives consists of whole pieces, each of which ends at a whole byte and refers to nothing before
/// it. So they may stand beside pieces of another packer.
class RunPacker {
public:
    RunPacker();
    void bytes(const unsigned char* from, std::size_t count);
    void zeros(std::size_t count);
    /// Ends the piece and adds it to `out`. Nothing is added if there were no bytes. The stream's last block
    /// is up to the caller.
    void end(std::string& out);

private:
    void run();
    void token(unsigned what);
    void writeBlock();
    void writeCodes(const std::vector<std::uint8_t>& lengths);
    void put(std::uint32_t bits, int count);

    std::vector<std::uint16_t> m_tokens; ///< below 256 a byte, from 256 on a run of so many more than that
    std::size_t m_tokenCount = 0;
    int m_last = -1;        ///< the byte before; none at a piece's start
    std::size_t m_more = 0; ///< so often it came again
    std::uint64_t m_bits = 0;
    int m_bitCount = 0;
    std::string m_out;
};

}
