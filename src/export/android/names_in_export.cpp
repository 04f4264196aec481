// SPDX-License-Identifier: MIT
#include "export/android/names_in_export.h"

#include "export/common/names.h"

#include <algorithm>

namespace scaena::exporting {

namespace {

std::string underscored(std::string id) {
    std::replace(id.begin(), id.end(), '-', '_');
    return id;
}

}

std::string AndroidNames::resource(const std::string& kind, const std::string& id) const {
    return prefix + "_" + kind + (id.empty() ? "" : "_" + underscored(id));
}

std::string AndroidNames::colour(const model::ColourRef& ref) const {
    return prefix + "_" + underscored(ref);
}

std::string AndroidNames::codeFolder() const {
    std::string folder = codePackage;
    std::replace(folder.begin(), folder.end(), '.', '/');
    return "java/" + folder + "/";
}

AndroidNames androidNames(const model::Sequence& sequence, const std::string& packageName) {
    AndroidNames names;
    names.prefix = resourceName(sequence.name, "launch");
    const auto type = typeName(sequence.name, "App");
    names.objectName = type + "Launch";
    names.styleName = "Launch." + type;
    auto compact = names.prefix;
    compact.erase(std::remove(compact.begin(), compact.end(), '_'), compact.end());
    names.packageName = packageName.empty() ? "com.example." + compact : packageName;
    names.codePackage = names.packageName + ".launch." + compact;
    return names;
}

}
