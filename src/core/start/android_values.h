// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/colour.h"
#include "core/base/files.h"

#include <map>
#include <optional>

namespace scaena::start {

/// What the references of a drawable stand for in the `res` folder it lies in; where there is none, nothing.
class AndroidValues {
public:
    /// `drawable`: a file in `res/drawable…` or `res/mipmap…`.
    AndroidValues(const FileAccess& files, const std::filesystem::path& drawable);

    /// "@color/brand", through other references and lists of states (their last, which holds without a
    /// state).
    [[nodiscard]] std::optional<Colour> colour(const std::string& reference) const;
    /// "@string/…", "@dimen/…", "@integer/…" as their text.
    [[nodiscard]] std::optional<std::string> text(const std::string& reference) const;
    /// The XML of "@drawable/logo" or "@mipmap/logo"; nothing if it is no XML.
    [[nodiscard]] std::optional<std::string> drawable(const std::string& reference) const;

    /// "@mipmap/logo" as a picture: the densest there is.
    struct Raster {
        std::string bytes;
        double pixelsPerDp;
        std::string path; ///< below `res`
    };
    [[nodiscard]] std::optional<Raster> raster(const std::string& reference) const;

private:
    void readFile(const std::filesystem::path& path);
    [[nodiscard]] std::optional<Colour> colour(const std::string& reference, int depth) const;

    const FileAccess& m_files;
    std::filesystem::path m_res;                 ///< empty: none
    bool m_night = false;                        ///< the drawable is one for the night
    std::map<std::string, std::string> m_values; ///< by "color/brand"
};

}
