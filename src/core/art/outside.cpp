// SPDX-License-Identifier: MIT
#include "core/art/outside.h"

#include <atomic>

namespace scaena::art {

namespace {

std::atomic<const ArtHelper*> s_helper = nullptr;

}

void setArtHelper(const ArtHelper* helper) { s_helper = helper; }
const ArtHelper* artHelper() { return s_helper; }

}
