// SPDX-License-Identifier: MIT
#include "core/base/descriptor.h"

#include <algorithm>
#include <cerrno>
#include <sys/stat.h>
#include <unistd.h>

namespace scaena {

Descriptor::~Descriptor() {
    if (m_number >= 0) {
        const int kept = errno; // closing must not hide what failed before
        ::close(m_number);
        errno = kept;
    }
}

bool writeAll(int descriptor, const std::string& bytes) {
    std::size_t done = 0;
    while (done < bytes.size()) {
        const auto count = ::write(descriptor, bytes.data() + done, bytes.size() - done);
        if (count < 0 && errno != EINTR) {
            return false;
        }
        done += count > 0 ? static_cast<std::size_t>(count) : 0;
    }
    return true;
}

bool readAll(int descriptor, std::size_t limit, std::string& bytes) {
    struct stat info {};
    bytes.clear();
    if (::fstat(descriptor, &info) != 0) {
        return false;
    }
    std::size_t done = 0;
    // One byte more, to notice a file that grows while it is read.
    bytes.resize(std::min(limit, static_cast<std::size_t>(info.st_size)) + 1);
    for (;;) {
        const auto count = ::read(descriptor, bytes.data() + done, bytes.size() - done);
        if (count < 0 && errno != EINTR) {
            return false;
        }
        if (count == 0) {
            bytes.resize(done);
            return true;
        }
        done += count > 0 ? static_cast<std::size_t>(count) : 0;
        if (done > limit) {
            errno = EFBIG;
            return false;
        }
        if (done == bytes.size()) {
            bytes.resize(std::min(limit + 1, 2 * bytes.size()));
        }
    }
}

}
