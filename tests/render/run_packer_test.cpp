// SPDX-License-Identifier: MIT
#include "render/png/run_packer.h"

#include <catch2/catch.hpp>
#include <random>
#include <zlib.h>

using scaena::render::RunPacker;

namespace {

/// What a deflate stream holds, by zlib.
std::string unpacked(std::string stream, std::size_t size) {
    std::string out(size + 1, '\0');
    z_stream z{};
    inflateInit2(&z, -MAX_WBITS);
    z.next_in = reinterpret_cast<Bytef*>(stream.data());
    z.avail_in = static_cast<uInt>(stream.size());
    z.next_out = reinterpret_cast<Bytef*>(out.data());
    z.avail_out = static_cast<uInt>(out.size());
    const int result = inflate(&z, Z_FINISH);
    INFO((z.msg ? z.msg : ""));
    CHECK(result == Z_STREAM_END);
    CHECK(z.avail_in == 0);
    out.resize(z.total_out);
    inflateEnd(&z);
    return out;
}

struct Fed {
    RunPacker packer{3};
    std::string all, packed;
    void bytes(const std::string& bytes) {
        packer.bytes(reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size());
        all += bytes;
    }
    void zeros(std::size_t count) {
        packer.zeros(count);
        all.append(count, '\0');
    }
    void check() {
        packed = packer.finished();
        CHECK(unpacked(packed, all.size()) == all);
    }
};

}

TEST_CASE("Runs of every length come back") {
    Fed fed;
    for (int length = 1; length <= 600; ++length) {
        fed.bytes(std::string(static_cast<std::size_t>(length), static_cast<char>(length % 3)));
        fed.zeros(static_cast<std::size_t>(length % 7));
    }
    fed.check();
}

TEST_CASE("Random bytes, runs and zeros come back") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        std::mt19937 random(seed);
        const auto upTo = [&](int most) {
            return static_cast<std::size_t>(std::uniform_int_distribution<int>(0, most)(random));
        };
        Fed fed;
        fed.packer = RunPacker(2 + static_cast<int>(seed % 3));
        for (std::size_t i = 20 + upTo(200); i > 0; --i) {
            switch (upTo(4)) {
            case 0: {
                std::string bytes(upTo(3000), '\0');
                const int kinds = seed % 2 ? 255 : 3;
                for (char& byte : bytes) {
                    byte = static_cast<char>(upTo(kinds));
                }
                fed.bytes(bytes);
                break;
            }
            case 1:
                fed.bytes(std::string(upTo(900), static_cast<char>(upTo(255))));
                break;
            case 2: {
                std::string pixels;
                for (std::size_t k = upTo(2000); k > 0; --k) {
                    pixels += static_cast<char>(k % (2 + seed % 3) * 7 + (upTo(300) == 0 ? 1 : 0));
                }
                fed.bytes(pixels);
                break;
            }
            case 3:
                fed.zeros(upTo(100000));
                break;
            default:
                fed.bytes(std::string(upTo(3), 'x'));
            }
        }
        fed.check();
    }
}

TEST_CASE("Frequencies like Fibonacci's numbers, which want codes of more than fifteen bits, come back") {
    Fed fed;
    std::mt19937 random(7);
    std::string bytes;
    std::size_t one = 1, other = 1;
    for (int symbol = 0; symbol < 20; ++symbol) {
        bytes.append(one, static_cast<char>(symbol + 1));
        other = std::exchange(one, one + other);
    }
    std::shuffle(bytes.begin(), bytes.end(), random);
    fed.bytes(bytes);
    fed.check();
}

TEST_CASE("Pixels of one colour take a few bits for 258 bytes") {
    for (const int step : {3, 4}) {
        Fed fed;
        fed.packer = RunPacker(step);
        std::string pixels;
        for (int i = 0; i < 300'000 * step; ++i) {
            pixels += "\x01\x00\xFF\x02"[i % step];
        }
        fed.bytes(pixels);
        fed.check();
        CHECK(fed.packed.size() < 1500U * static_cast<unsigned>(step));
    }
}

TEST_CASE("No bytes make a stream of no bytes") {
    Fed fed;
    fed.check();
}

TEST_CASE("Long runs of zeros take a few bits for 258 bytes") {
    Fed fed;
    fed.zeros(10'000'000);
    fed.check();
    CHECK(fed.packed.size() < 12'000);
}
