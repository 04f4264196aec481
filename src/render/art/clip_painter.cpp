// SPDX-License-Identifier: MIT
#include "render/art/clip_painter.h"

#include "render/base/clip_protocol.h"

#include <csignal>
#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>

namespace scaena::render {

namespace fs = std::filesystem;

namespace {

constexpr timeval kPatience{10, 0};

/// Beside the program that runs, where it is installed; else where it was built.
std::string clipProgram() {
    std::error_code error;
    const auto beside = fs::read_symlink("/proc/self/exe", error).parent_path() / "scaena-clip";
    return !error && fs::exists(beside, error) ? beside.string() : std::string(SCAENA_CLIP_PROGRAM);
}

}

std::unique_ptr<ClipPainter> ClipPainter::start(const std::string& json) {
    int sockets[2];
    if (::socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, sockets) != 0) {
        return nullptr;
    }
    Descriptor ours(sockets[0]);
    const Descriptor theirs(sockets[1]);
    ::setsockopt(ours.get(), SOL_SOCKET, SO_RCVTIMEO, &kPatience, sizeof kPatience);
    ::setsockopt(ours.get(), SOL_SOCKET, SO_SNDTIMEO, &kPatience, sizeof kPatience);
    posix_spawn_file_actions_t actions;
    ::posix_spawn_file_actions_init(&actions);
    ::posix_spawn_file_actions_adddup2(&actions, theirs.get(), 0);
    ::posix_spawn_file_actions_addopen(&actions, 1, "/dev/null", O_WRONLY, 0);
    ::posix_spawn_file_actions_addopen(&actions, 2, "/dev/null", O_WRONLY, 0);
    const auto program = clipProgram();
    char name[] = "scaena-clip";
    char* arguments[] = {name, nullptr};
    pid_t process = -1;
    const int failed = ::posix_spawn(&process, program.c_str(), &actions, nullptr, arguments, environ);
    ::posix_spawn_file_actions_destroy(&actions);
    if (failed != 0) {
        return nullptr;
    }
    std::unique_ptr<ClipPainter> painter(new ClipPainter(std::move(ours), process));
    const auto length = static_cast<std::uint32_t>(json.size());
    std::uint32_t frames = 0;
    const int socket = painter->m_socket.get();
    const bool answers = clip::sendAll(socket, &length, sizeof length) &&
                         clip::sendAll(socket, json.data(), json.size()) &&
                         clip::receiveAll(socket, &frames, sizeof frames) && frames > 0;
    painter->m_frames = frames;
    return answers ? std::move(painter) : nullptr;
}

ClipPainter::~ClipPainter() {
    ::kill(m_process, SIGKILL); // it has nothing to finish
    int status = 0;
    while (::waitpid(m_process, &status, 0) < 0 && errno == EINTR) {
    }
}

QImage ClipPainter::paint(std::size_t frame, QSize pixels) {
    if (m_isDead) {
        return {};
    }
    const int longest = static_cast<int>(clip::kLongestSide);
    const QSize size = pixels.boundedTo({longest, longest}).expandedTo({1, 1});
    const clip::Order order{static_cast<std::uint32_t>(frame), static_cast<std::uint32_t>(size.width()),
                            static_cast<std::uint32_t>(size.height())};
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    // A row of 32 bits a pixel has no gap at its end.
    m_isDead = !clip::sendAll(m_socket.get(), &order, sizeof order) ||
               !clip::receiveAll(m_socket.get(), image.bits(), static_cast<std::size_t>(image.sizeInBytes()));
    return m_isDead ? QImage() : image;
}

}
