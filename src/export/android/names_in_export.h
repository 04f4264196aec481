// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::exporting {

/// The names that hold an Android export together, all derived from the sequence.
struct AndroidNames {
    std::string prefix;      ///< of every resource: "moraine_huts"
    std::string objectName;  ///< Kotlin object with the data: "MoraineHutsLaunch"
    std::string styleName;   ///< "Launch.MoraineHuts"
    std::string packageName; ///< of the app, where R lives
    std::string codePackage; ///< of the written code

    [[nodiscard]] std::string resource(const std::string& kind,
                                       const std::string& id = {}) const; ///< "moraine_huts_art_sun"
    [[nodiscard]] std::string colour(const model::ColourRef& ref) const;  ///< "moraine_huts_dusk"
    [[nodiscard]] std::string codeFolder() const;                         ///< "java/com/example/launch/"
};

[[nodiscard]] AndroidNames androidNames(const model::Sequence& sequence, const std::string& packageName);

}
