#!/usr/bin/env python3
"""Fails when a source, a test, a benchmark, or a header of src/, does not compile by itself.

Usage: check_compiles_alone.py COMPILE_COMMANDS.json
Each header is compiled as the sources of its folder are; not those that a source of the same name includes before
everything else, since it proves the same. The compiler's front end alone runs.
"""
import concurrent.futures
import json
import os
import pathlib
import shlex
import subprocess
import sys


def commands(database):
    """For each source, and for its folder, the arguments it is compiled with."""
    found = {}
    for entry in database:
        source = pathlib.Path(entry["file"])
        words = shlex.split(entry["command"])
        if "ccache" in words[0]:
            words = words[1:]
        kept = [w for w in words if w.startswith(("-I", "-D", "-std", "-f")) or w == "-isystem"]
        system = [words[i + 1] for i, w in enumerate(words) if w == "-isystem"]
        arguments = [w for w in kept if w != "-isystem"] + [f"-isystem{it}" for it in system]
        found[source] = (words[0], arguments, entry["directory"])
        found.setdefault(source.parent, found[source])
    return found


def nearest(folder, known):
    while folder not in known and folder != folder.parent:
        folder = folder.parent
    return known.get(folder)


def first_include(source):
    for line in source.read_text().splitlines():
        if line.startswith("#include"):
            return line.split('"')[1] if '"' in line else ""
    return ""


def check(compiler, arguments, directory, path):
    run = subprocess.run([compiler, *arguments, "-fsyntax-only", "-x", "c++", str(path)], cwd=directory,
                         capture_output=True, text=True, check=False)
    lines = [it for it in run.stderr.splitlines() if "#pragma once in main file" not in it]
    return f"{path}:\n" + "\n".join(lines[:6]) if run.returncode else None


def main():
    root = pathlib.Path(__file__).resolve().parent.parent
    database = json.loads(pathlib.Path(sys.argv[1]).read_text())
    known = commands(database)
    sources = sorted({pathlib.Path(it["file"]) for it in database if "/build/" not in it["file"]})
    proven = {root / "src" / first_include(it) for it in sources}
    headers = [it for it in sorted((root / "src").rglob("*.h")) if it not in proven]

    def problem(path):
        found = nearest(path, known)
        return check(*found, path) if found else f"{path}: no source beside it tells how to compile it"

    with concurrent.futures.ThreadPoolExecutor(os.cpu_count()) as pool:
        problems = [it for it in pool.map(problem, sources + headers) if it]
    print("\n".join(problems) if problems else f"{len(sources)} sources and {len(headers)} more headers compile alone.")
    return 1 if problems else 0


if __name__ == "__main__":
    sys.exit(main())
