// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <string>
#include <vector>

namespace scaena::render {

/// Packs bytes of which most are like the one before, as raw deflate (RFC 1951): Huffman codes of single
/// bytes and of runs. A run may be told by its length alone, so that long ones cost nothing to look at.
class RunPacker {
public:
    /// `step`: bytes of a pixel, 2 to 4.
    explicit RunPacker(int step);
    void bytes(const unsigned char* from, std::size_t count);
    void zeros(std::size_t count);
    /// The stream. Call once, after all bytes.
    [[nodiscard]] std::string finished();

private:
    void run();
    void pixelRun(std::size_t count);
    void token(unsigned what);
    void writeBlock();
    void writeCodes(const std::vector<std::uint8_t>& lengths);
    void put(std::uint32_t bits, int count);

    int m_step;
    std::vector<std::uint16_t> m_tokens; ///< bytes and runs
    std::size_t m_tokenCount = 0;
    int m_last = -1;        ///< the byte before; none at the start
    std::size_t m_more = 0; ///< so often it came again
    std::uint64_t m_bits = 0;
    int m_bitCount = 0;
    std::string m_out;
};

}
