// SPDX-License-Identifier: MIT
#pragma once

namespace scaena::app {

/// What every window of the application needs before it is made: names, style, typefaces, colours.
void dressApplication();

}
