#!/usr/bin/env python3
"""Fails when a header of src/ does not compile by itself.

Usage: check_headers_alone.py COMPILE_COMMANDS.json
Each header is compiled as the sources of its folder are, by the compiler's front end alone.
"""
import concurrent.futures
import json
import os
import pathlib
import shlex
import subprocess
import sys


def commands(path):
    """For each folder of src the arguments its sources are compiled with."""
    found = {}
    for entry in json.loads(pathlib.Path(path).read_text()):
        source = pathlib.Path(entry["file"])
        words = shlex.split(entry["command"])
        if "ccache" in words[0]:
            words = words[1:]
        kept = [w for w in words if w.startswith(("-I", "-D", "-std", "-f")) or w == "-isystem"]
        system = [words[i + 1] for i, w in enumerate(words) if w == "-isystem"]
        arguments = [w for w in kept if w != "-isystem"] + [f"-isystem{it}" for it in system]
        found.setdefault(source.parent, (words[0], arguments, entry["directory"]))
    return found


def nearest(folder, known):
    while folder not in known and folder != folder.parent:
        folder = folder.parent
    return known.get(folder)


def main():
    known = commands(sys.argv[1])
    root = pathlib.Path(__file__).resolve().parent.parent / "src"
    headers = sorted(root.rglob("*.h"))

    def problem(header):
        found = nearest(header.parent, known)
        if not found:
            return f"{header}: no source beside it tells how to compile it"
        compiler, arguments, directory = found
        run = subprocess.run([compiler, *arguments, "-fsyntax-only", "-x", "c++", str(header)], cwd=directory,
                             capture_output=True, text=True, check=False)
        lines = [it for it in run.stderr.splitlines() if "#pragma once in main file" not in it]
        return f"{header}:\n" + "\n".join(lines[:6]) if run.returncode else None

    with concurrent.futures.ThreadPoolExecutor(os.cpu_count()) as pool:
        problems = [it for it in pool.map(problem, headers) if it]
    print("\n".join(problems) if problems else f"{len(headers)} headers compile alone.")
    return 1 if problems else 0


if __name__ == "__main__":
    sys.exit(main())
