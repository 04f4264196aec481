// SPDX-License-Identifier: MIT
#pragma once

#include <ostream>
#include <streambuf>
#include <string>

namespace scaena::cli {

/// A stream that writes on to another one, without what would give orders to a terminal or turn the reading
/// direction around: control characters but line ends and tabs, and the bidirectional overrides, become
/// U+FFFD. Names of files, layers and gates come from anywhere.
class PlainText : public std::ostream {
public:
    explicit PlainText(std::ostream& into) : std::ostream(&m_buffer), m_buffer(into) {}
    ~PlainText() override { m_buffer.flushAll(); }

private:
    class Buffer : public std::streambuf {
    public:
        explicit Buffer(std::ostream& into) : m_into(into) {}
        void flushAll();

    protected:
        int_type overflow(int_type c) override;
        int sync() override;

    private:
        std::ostream& m_into;
        std::string m_begun; ///< the first bytes of a character
    };
    Buffer m_buffer;
};

}
