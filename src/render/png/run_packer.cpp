// SPDX-License-Identifier: MIT
#include "render/png/run_packer.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cstring>
#include <span>

namespace scaena::render {

namespace {

constexpr std::size_t kTokensOfBlock = 1 << 15; ///< a block has codes of its own
constexpr unsigned kShortestRun = 3, kLongestRun = 258;
constexpr unsigned kRun = 256; ///< tokens from here on are runs of the byte before, by their length
constexpr unsigned kPixelRun = kRun + kLongestRun + 1; ///< and from here on of the bytes a pixel before
constexpr unsigned kTokens = kPixelRun + kLongestRun + 1;
constexpr std::size_t kEnd = 256; ///< the symbol that ends a block
constexpr int kLongestCode = 15, kLongestLengthCode = 7;

struct RunCode {
    std::uint16_t symbol = 0;
    std::uint8_t extra = 0; ///< bits after the code
    std::uint16_t value = 0;
};

/// RFC 1951, 3.2.5: four lengths share a number of extra bits from 11 on; 258 has a symbol of its own.
constexpr std::array<RunCode, kLongestRun + 1> runCodes() {
    std::array<RunCode, kLongestRun + 1> codes{};
    unsigned length = kShortestRun;
    for (unsigned symbol = 257; symbol < 285; ++symbol) {
        const unsigned extra = symbol < 265 ? 0 : (symbol - 261) / 4;
        for (unsigned value = 0; value < 1U << extra; ++value, ++length) {
            codes[length] = {std::uint16_t(symbol), std::uint8_t(extra), std::uint16_t(value)};
        }
    }
    codes[kLongestRun] = {285, 0, 0};
    return codes;
}
constexpr auto kRunCodes = runCodes();

/// Lengths of Huffman codes, none longer than `longest`; 0 for symbols that do not occur. At least two
/// symbols get a code, as readers want a complete set.
std::vector<std::uint8_t> codeLengths(std::span<const std::uint32_t> frequencies, int longest) {
    std::vector<std::uint32_t> weights(frequencies.begin(), frequencies.end());
    for (std::size_t i = 0; std::count(weights.begin(), weights.end(), 0U) > std::ssize(weights) - 2; ++i) {
        weights[i] = std::max(weights[i], 1U);
    }
    std::vector<std::uint8_t> lengths(weights.size());
    std::vector<std::size_t> symbols;
    for (std::size_t i = 0; i < weights.size(); ++i) {
        if (weights[i] > 0) {
            symbols.push_back(i);
        }
    }
    for (;;) {
        std::stable_sort(symbols.begin(), symbols.end(),
                         [&](auto a, auto b) { return weights[a] < weights[b]; });
        // Leaves first, then inner nodes, which come out sorted by themselves: two queues.
        const std::size_t count = symbols.size();
        std::vector<std::uint64_t> weight(2 * count - 1);
        std::vector<std::size_t> parent(2 * count - 1);
        for (std::size_t i = 0; i < count; ++i) {
            weight[i] = weights[symbols[i]];
        }
        std::size_t leaf = 0, inner = count;
        for (std::size_t made = count; made < weight.size(); ++made) {
            for (int child = 0; child < 2; ++child) {
                const bool takesLeaf = leaf < count && (inner >= made || weight[leaf] <= weight[inner]);
                const std::size_t taken = takesLeaf ? leaf++ : inner++;
                weight[made] += weight[taken];
                parent[taken] = made;
            }
        }
        std::vector<int> depth(weight.size());
        for (std::size_t i = weight.size() - 1; i-- > 0;) {
            depth[i] = depth[parent[i]] + 1;
        }
        if (*std::max_element(depth.begin(), depth.end()) <= longest) {
            for (std::size_t i = 0; i < count; ++i) {
                lengths[symbols[i]] = static_cast<std::uint8_t>(depth[i]);
            }
            return lengths;
        }
        for (auto& each : weights) { // flatter frequencies make shorter codes
            each = (each + 1) / 2;
        }
    }
}

/// RFC 1951, 3.2.2, with the bits turned round, since a stream takes them lowest first.
std::vector<std::uint16_t> codesOf(const std::vector<std::uint8_t>& lengths) {
    std::vector<std::uint16_t> codes(lengths.size());
    std::array<unsigned, kLongestCode + 2> next{};
    for (const auto length : lengths) {
        next[length + 1U] += length > 0;
    }
    for (std::size_t length = 1; length < next.size(); ++length) {
        next[length] = (next[length] + next[length - 1]) << 1;
    }
    for (std::size_t i = 0; i < lengths.size(); ++i) {
        unsigned turned = 0;
        for (unsigned code = lengths[i] > 0 ? next[lengths[i]]++ : 0, bit = 0; bit < lengths[i]; ++bit) {
            turned = turned << 1 | (code >> bit & 1);
        }
        codes[i] = static_cast<std::uint16_t>(turned);
    }
    return codes;
}

/// A code length as it is written: symbols 16 to 18 repeat (RFC 1951, 3.2.7).
struct LengthStep {
    std::uint8_t symbol, extra, value;
};

std::vector<LengthStep> lengthSteps(const std::vector<std::uint8_t>& lengths) {
    std::vector<LengthStep> steps;
    for (std::size_t i = 0; i < lengths.size();) {
        std::size_t same = 1;
        while (i + same < lengths.size() && lengths[i + same] == lengths[i]) {
            ++same;
        }
        if (lengths[i] == 0 && same >= 11) {
            same = std::min<std::size_t>(same, 138);
            steps.push_back({18, 7, std::uint8_t(same - 11)});
        } else if (lengths[i] == 0 && same >= 3) {
            steps.push_back({17, 3, std::uint8_t(same - 3)});
        } else if (lengths[i] != 0 && same >= 4) {
            same = std::min<std::size_t>(same, 7);
            steps.push_back({lengths[i], 0, 0});
            steps.push_back({16, 2, std::uint8_t(same - 4)});
        } else {
            same = 1;
            steps.push_back({lengths[i], 0, 0});
        }
        i += same;
    }
    return steps;
}

/// A stream's bytes stand lowest first.
std::uint32_t toLittle(std::uint32_t value) {
    if constexpr (std::endian::native == std::endian::little) {
        return value;
    }
    return value >> 24 | (value >> 8 & 0xFF00) | (value & 0xFF00) << 8 | value << 24;
}

/// How many bytes from there on are that byte.
std::size_t alikeBytes(const unsigned char* from, const unsigned char* end, unsigned char byte) {
    const auto* at = from;
    std::uint64_t eight = byte * 0x0101010101010101ULL, there = 0;
    for (; end - at >= 8; at += 8) {
        std::memcpy(&there, at, 8);
        if (there != eight) {
            break;
        }
    }
    while (at < end && *at == byte) {
        ++at;
    }
    return static_cast<std::size_t>(at - from);
}

/// How many bytes from there on are those a pixel before; 0 if these are too few for a run, or make a bad
/// one.
std::size_t alikePixels(const unsigned char* from, const unsigned char* end, int step) {
    const auto* at = from;
    std::uint64_t one = 0, other = 0;
    if (end - at < 4 || std::memcmp(at, at - step, 4) != 0) {
        return 0;
    }
    for (; end - at >= 8; at += 8) {
        std::memcpy(&one, at, 8);
        std::memcpy(&other, at - step, 8);
        if (one != other) {
            break;
        }
    }
    while (at < end && *at == at[-step]) {
        ++at;
    }
    const auto alike = static_cast<std::size_t>(at - from);
    const auto rest = alike % kLongestRun;
    return alike - (rest < kShortestRun ? rest : 0);
}

}

RunPacker::RunPacker(int step) : m_step(step), m_tokens(kTokensOfBlock) {}

/// Here, so that loops over bytes have it inside.
inline void RunPacker::token(unsigned what) {
    m_tokens[m_tokenCount++] = static_cast<std::uint16_t>(what);
    if (m_tokenCount == kTokensOfBlock) {
        writeBlock();
    }
}

inline void RunPacker::put(std::uint32_t bits, int count) {
    m_bits |= std::uint64_t(bits) << m_bitCount;
    m_bitCount += count;
    if (m_bitCount >= 32) {
        const std::uint32_t four = toLittle(static_cast<std::uint32_t>(m_bits));
        m_out.append(reinterpret_cast<const char*>(&four), 4);
        m_bits >>= 32;
        m_bitCount -= 32;
    }
}

void RunPacker::bytes(const unsigned char* from, std::size_t count) {
    const auto* begin = from;
    const auto* end = from + count;
    while (from < end) {
        if (*from == m_last) {
            const auto alike = alikeBytes(from, end, *from);
            m_more += alike;
            from += alike;
            continue;
        }
        if (m_more > 0) {
            run();
        }
        if (from - begin >= m_step) { // what was before is not at hand
            if (const auto alike = alikePixels(from, end, m_step); alike >= kShortestRun) {
                pixelRun(alike);
                from += alike;
                m_last = from[-1];
                continue;
            }
        }
        m_last = *from++;
        token(static_cast<unsigned>(m_last));
    }
}

void RunPacker::zeros(std::size_t count) {
    if (count > 0 && m_last != 0) {
        run();
        m_last = 0;
        token(0);
        --count;
    }
    m_more += count;
}

/// `count` in whole runs.
void RunPacker::pixelRun(std::size_t count) {
    while (count > 0) {
        const auto length = std::min<std::size_t>(count, kLongestRun);
        token(kPixelRun + static_cast<unsigned>(length));
        count -= length;
    }
}

void RunPacker::run() {
    while (m_more >= kShortestRun) {
        const auto length = std::min<std::size_t>(m_more, kLongestRun);
        token(kRun + static_cast<unsigned>(length));
        m_more -= length;
    }
    for (; m_more > 0; --m_more) {
        token(static_cast<unsigned>(m_last));
    }
}

void RunPacker::writeCodes(const std::vector<std::uint8_t>& lengths) {
    constexpr std::uint8_t kOrder[] = {16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15};
    const auto symbols = static_cast<std::uint32_t>(lengths.size());
    auto all = lengths;
    // Two distances, of one bit each: one byte back, and one pixel.
    all.push_back(1);
    all.resize(all.size() + static_cast<std::size_t>(m_step) - 2);
    all.push_back(1);
    const auto steps = lengthSteps(all);
    std::array<std::uint32_t, 19> used{};
    for (const auto& step : steps) {
        ++used[step.symbol];
    }
    const auto stepLengths = codeLengths(used, kLongestLengthCode);
    const auto stepCodes = codesOf(stepLengths);
    std::size_t told = std::size(kOrder);
    while (told > 4 && stepLengths[kOrder[told - 1]] == 0) {
        --told;
    }
    put(0b100, 3); // not the last block, codes of its own
    put(symbols - 257, 5);
    put(static_cast<std::uint32_t>(m_step) - 1, 5);
    put(static_cast<std::uint32_t>(told - 4), 4);
    for (std::size_t i = 0; i < told; ++i) {
        put(stepLengths[kOrder[i]], 3);
    }
    for (const auto& step : steps) {
        put(stepCodes[step.symbol], stepLengths[step.symbol]);
        put(step.value, step.extra);
    }
}

void RunPacker::writeBlock() {
    std::array<std::uint32_t, kTokens> counts{};
    for (std::size_t i = 0; i < m_tokenCount; ++i) {
        ++counts[m_tokens[i]];
    }
    std::array<std::uint32_t, 286> frequencies{};
    std::copy_n(counts.begin(), kRun, frequencies.begin());
    for (std::size_t length = kShortestRun; length <= kLongestRun; ++length) {
        frequencies[kRunCodes[length].symbol] += counts[kRun + length] + counts[kPixelRun + length];
    }
    frequencies[kEnd] = 1;
    const auto lengths = codeLengths(frequencies, kLongestCode);
    const auto codes = codesOf(lengths);
    writeCodes(lengths);
    struct Written {
        std::uint32_t bits;
        int count;
    };
    std::array<Written, kTokens> written{};
    for (std::size_t byte = 0; byte < kRun; ++byte) {
        written[byte] = {codes[byte], lengths[byte]};
    }
    for (std::size_t length = kShortestRun; length <= kLongestRun; ++length) {
        const auto& [symbol, extra, value] = kRunCodes[length];
        const int code = lengths[symbol];
        const auto bits = codes[symbol] | std::uint32_t(value) << code;
        written[kRun + length] = {bits, code + extra + 1};
        written[kPixelRun + length] = {bits | 1U << (code + extra), code + extra + 1};
    }
    // In locals and into room made before: this is where most of the time goes.
    const auto had = m_out.size();
    m_out.resize(had + m_tokenCount * 3 + 8); // no token takes more than 21 bits
    char* to = m_out.data() + had;
    auto pending = m_bits;
    int pendingCount = m_bitCount;
    for (const auto *token = m_tokens.data(), *end = token + m_tokenCount; token < end; ++token) {
        const auto& [bits, count] = written[*token];
        pending |= std::uint64_t(bits) << pendingCount;
        pendingCount += count;
        if (pendingCount >= 32) {
            const std::uint32_t four = toLittle(static_cast<std::uint32_t>(pending));
            std::memcpy(to, &four, 4);
            to += 4;
            pending >>= 32;
            pendingCount -= 32;
        }
    }
    m_out.resize(static_cast<std::size_t>(to - m_out.data()));
    m_bits = pending;
    m_bitCount = pendingCount;
    put(codes[kEnd], lengths[kEnd]);
    m_tokenCount = 0;
}

std::string RunPacker::finished() {
    run();
    if (m_tokenCount > 0) {
        writeBlock();
    }
    // The last block holds nothing: its codes are the fixed ones, where seven zeros end it (RFC 1951, 3.2.6).
    put(0b011, 3);
    put(0, 7);
    put(0, 7); // to the next whole byte, at least
    for (; m_bitCount >= 8; m_bitCount -= 8, m_bits >>= 8) {
        m_out += static_cast<char>(m_bits & 0xFF);
    }
    return std::move(m_out);
}

}
