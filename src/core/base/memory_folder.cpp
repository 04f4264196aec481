// SPDX-License-Identifier: MIT
#include "core/base/files.h"
#include "core/base/folder.h"

namespace scaena {

namespace fs = std::filesystem;

namespace {

class MemoryFolder : public Folder {
public:
    MemoryFolder(MemoryFiles& files, fs::path path) : m_files(files), m_path(std::move(path)) {}

    Result<void> lock(std::chrono::milliseconds) override { return {}; }
    Result<std::optional<std::string>> read(const fs::path& path, std::size_t limit) const override {
        if (!m_files.exists(m_path / path)) {
            return std::nullopt;
        }
        auto bytes = m_files.read(m_path / path, limit);
        return bytes ? Result<std::optional<std::string>>(std::move(*bytes)) : tl::unexpected(bytes.error());
    }
    bool exists(const fs::path& path) const override { return m_files.exists(m_path / path); }
    Result<void> create(const fs::path& path, const std::string& bytes) override {
        return m_files.writeAtomically(m_path / path, bytes);
    }
    Result<void> move(const fs::path& from, const fs::path& to) override {
        return m_files.move(m_path / from, m_path / to);
    }
    Result<void> remove(const fs::path& path) override { return m_files.remove(m_path / path); }
    void removeFolder(const fs::path& path) override {
        for (const auto& file : m_files.list(m_path / path, 100'000)) {
            (void)m_files.remove(m_path / path / file);
        }
    }
    Result<void> settle() override { return {}; }

private:
    MemoryFiles& m_files;
    fs::path m_path;
};

}

std::unique_ptr<Folder> openMemoryFolder(MemoryFiles& files, const fs::path& path) {
    return std::make_unique<MemoryFolder>(files, path);
}

}
