#!/usr/bin/env python3
"""The check of the layers, checked: it has to find each kind of arrow that points up, and to pass a sound tree."""
import pathlib
import subprocess
import sys
import tempfile
import unittest

ROOT = pathlib.Path(__file__).resolve().parents[2]


def check(files):
    """Exit code and output of the check on a tree with these files below src/."""
    with tempfile.TemporaryDirectory() as folder:
        for name, text in files.items():
            path = pathlib.Path(folder, "src", name)
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text(text)
        done = subprocess.run([sys.executable, ROOT / "tools/check_layers.py", folder], capture_output=True, text=True)
        return done.returncode, done.stdout


class CheckLayers(unittest.TestCase):
    def assert_found(self, files, part):
        code, output = check(files)
        self.assertEqual(code, 1, output)
        self.assertIn(part, output)

    def test_a_sound_tree_passes(self):
        code, output = check({
            "core/model/a.h": '#include "core/base/b.h"\n#include <vector>\n',
            "app/shell/w.cpp": '#include "core/model/a.h"\n#include <QWidget>\n',
        })
        self.assertEqual(code, 0, output)

    def test_qt_in_the_core_is_found(self):
        self.assert_found({"core/model/a.h": "#include <QString>\n"}, "no Qt in core")

    def test_qt_in_the_exporters_is_found(self):
        self.assert_found({"export/common/a.h": "#include <QtGlobal>\n"}, "no Qt in export")

    def test_widgets_below_the_app_are_found(self):
        self.assert_found({"render/a.h": "#include <QWidget>\n"}, "no Widgets")

    def test_a_layer_that_reaches_up_is_found(self):
        self.assert_found({"core/base/a.h": '#include "render/b.h"\n'}, "core must not use render")
        self.assert_found({"cli/a.cpp": '#include "app/b.h"\n'}, "cli must not use app")

    def test_a_folder_of_the_core_that_reaches_up_is_found(self):
        self.assert_found({"core/model/a.h": '#include "core/schedule/b.h"\n'}, "core/model must not use core/schedule")

    def test_a_room_that_knows_the_shell_or_another_room_is_found(self):
        self.assert_found({"app/arrange/a.cpp": '#include "app/shell/b.h"\n'}, "app/arrange must not use app/shell")
        self.assert_found({"app/export/a.cpp": '#include "app/arrange/b.h"\n'}, "app/export must not use app/arrange")
        self.assert_found({"app/widgets/a.cpp": '#include "app/document/b.h"\n'}, "must not use app/document")

    def test_a_folder_of_render_that_reaches_up_is_found(self):
        self.assert_found({"render/art/a.cpp": '#include "render/frames/b.h"\n'}, "render/art must not use render/frames")

    def test_exporters_that_know_each_other_are_found(self):
        self.assert_found({"export/web/a.cpp": '#include "export/android/b.h"\n'}, "must not know")

    def test_two_headers_of_one_name_are_found(self):
        self.assert_found({"core/base/a.h": "", "app/shell/a.h": ""}, "a.h is the name of 2 headers")

    def test_climbing_includes_are_found(self):
        self.assert_found({"core/base/a.h": '#include "../base/b.h"\n'}, "rooted")

    def test_this_repository_is_sound(self):
        done = subprocess.run([sys.executable, ROOT / "tools/check_layers.py", ROOT], capture_output=True, text=True)
        self.assertEqual(done.returncode, 0, done.stdout)


if __name__ == "__main__":
    unittest.main()
