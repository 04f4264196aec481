// SPDX-License-Identifier: MIT
#include "app/file_calls.h"

#include <atomic>
#include <cstdarg>
#include <dirent.h>
#include <dlfcn.h>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

/// These stand before the C library's own functions in this program, for Qt and the standard library as well.
namespace {

std::atomic<long> g_calls{0};

mode_t modeOf(int flags, va_list arguments) { return (flags & O_CREAT) != 0 ? va_arg(arguments, mode_t) : 0; }

template <typename Function>
Function real(const char* name) {
    return reinterpret_cast<Function>(dlsym(RTLD_NEXT, name));
}

}

namespace scaena::test {
long fileCalls() { return g_calls; }
}

extern "C" {

int mkdir(const char* path, mode_t mode) noexcept {
    ++g_calls;
    static const auto next = real<int (*)(const char*, mode_t)>("mkdir");
    return next(path, mode);
}

int unlink(const char* path) noexcept {
    ++g_calls;
    static const auto next = real<int (*)(const char*)>("unlink");
    return next(path);
}

int remove(const char* path) noexcept {
    ++g_calls;
    static const auto next = real<int (*)(const char*)>("remove");
    return next(path);
}

int rename(const char* from, const char* to) noexcept {
    ++g_calls;
    static const auto next = real<int (*)(const char*, const char*)>("rename");
    return next(from, to);
}

int open64(const char* path, int flags, ...) {
    ++g_calls;
    va_list arguments;
    va_start(arguments, flags);
    const auto mode = modeOf(flags, arguments);
    va_end(arguments);
    static const auto next = real<int (*)(const char*, int, ...)>("open64");
    return next(path, flags, mode);
}

int open(const char* path, int flags, ...) {
    ++g_calls;
    va_list arguments;
    va_start(arguments, flags);
    const auto mode = modeOf(flags, arguments);
    va_end(arguments);
    static const auto next = real<int (*)(const char*, int, ...)>("open");
    return next(path, flags, mode);
}

DIR* opendir(const char* path) {
    ++g_calls;
    static const auto next = real<DIR* (*)(const char*)>("opendir");
    return next(path);
}
}
