#!/usr/bin/env python3
"""Fails when an include points up: between the layers, or between the folders of the core.

Usage: check_layers.py REPOSITORY
"""
import pathlib
import re
import sys

LAYERS = {
    "core": set(),
    "export": {"core"},
    "render": {"core", "export"},
    "cli": {"core", "export", "render"},
    "app": {"core", "export", "render"},
}
CORE = {
    "base": set(),
    "model": {"base"},
    "art": {"base", "model"},
    "motion": {"base", "model"},
    "moves": {"base", "model", "motion"},
    "valid": {"base", "model", "moves"},
    "edit": {"base", "model", "moves", "valid"},
    "file": {"base", "model", "valid"},
    "plan": {"base", "model", "motion", "moves"},
    "schedule": {"base", "model", "motion", "moves", "plan"},
    "launches": {"base", "model", "schedule"},
    "project": {"base", "model", "file", "art"},
    "check": {"base", "model", "art", "edit", "motion", "plan", "project", "schedule", "valid"},
    "study": {"base", "model", "art", "check", "plan", "project", "schedule", "valid"},
    "start": {"base", "model", "edit", "art"},
}
RENDER = {
    "base": set(),
    "art": {"base"},
    "text": {"base"},
    "png": {"base"},
    "frames": {"base", "art", "text", "png"},
    "helpers": {"base"},
}
# The rooms know neither each other nor the window around them.
APP = {
    "widgets": set(),
    "document": {"widgets"},
    "arrange": {"widgets", "document"},
    "export": {"widgets", "document"},
    "shell": {"widgets", "document", "arrange", "export"},
}
INSIDE = {"core": CORE, "render": RENDER, "app": APP}
# Exports for frameworks stand on the native openings.
EXPORTS = {"flutter": {"android", "ios"}, "react_native": {"android", "ios"}}
INCLUDE = re.compile(r'^\s*#\s*include\s+(["<])([^">]+)[">]', re.M)


def problems(root):
    names = {}
    for path in sorted((root / "src").rglob("*")):
        if path.suffix not in (".h", ".cpp"):
            continue
        parts = path.relative_to(root / "src").parts
        layer = parts[0]
        names.setdefault(path.name, []).append(path)
        for kind, target in INCLUDE.findall(path.read_text()):
            where = f"{path.relative_to(root)}: includes {target}"
            if kind == "<":
                is_qt = re.match(r"Q[A-Z]|Qt", target)
                if is_qt and layer in ("core", "export"):
                    yield f"{where}: no Qt in {layer}"
                if target.startswith(("QWidget", "QMainWindow", "QtWidgets")) and layer != "app":
                    yield f"{where}: no Widgets below the app"
                continue
            other = target.split("/")[0]
            if other in LAYERS and other != layer and other not in LAYERS[layer]:
                yield f"{where}: {layer} must not use {other}"
            if layer == other and layer in INSIDE and len(parts) > 2:
                mine, theirs = parts[1], target.split("/")[1]
                if theirs != mine and theirs not in INSIDE[layer].get(mine, set()):
                    yield f"{where}: {layer}/{mine} must not use {layer}/{theirs}"
            if layer == "export" and other == "export":
                mine, theirs = parts[1], target.split("/")[1]
                if theirs not in (mine, "common", *EXPORTS.get(mine, ())) and len(parts) > 2:
                    yield f"{where}: export/{mine} must not know export/{theirs}"
            if ".." in target:
                yield f"{where}: includes are rooted"
    for name, paths in names.items():
        if len(paths) > 1 and name.endswith(".h"):
            yield f"{name} is the name of {len(paths)} headers"


def main():
    found = list(problems(pathlib.Path(sys.argv[1])))
    print("\n".join(found) if found else "All arrows point down.")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
