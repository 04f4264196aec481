// SPDX-License-Identifier: MIT
#include "cli/run.h"

#include <iostream>

int main(int argc, char** argv) { return scaena::cli::run({argv, argv + argc}, std::cout, std::cerr); }
