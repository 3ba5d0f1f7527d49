"""Packs the built interface with the code, so that who installs it needs no Node; and core as machine code, where that is asked for."""

import shutil
import subprocess
import sys
from pathlib import Path

from setuptools import setup
from setuptools.command.build_py import build_py

ROOT = Path(__file__).resolve().parent
sys.path.insert(0, str(ROOT / "tools"))
from compiled_core import Together, extensions  # noqa: E402

WEB = ROOT / "web"


class WithInterface(build_py):
    """Copies the interface beside the code; builds it where it is not built yet."""

    def run(self) -> None:
        super().run()
        if not (WEB / "dist" / "index.html").is_file():
            if shutil.which("npm") is None:
                raise SystemExit("The interface is not built, and there is no npm to build it: run ./pin start once, or install Node, or take a wheel.")
            subprocess.run(["npm", "ci", "--no-audit", "--no-fund"], cwd=WEB, check=True)
            subprocess.run(["npm", "run", "--silent", "build"], cwd=WEB, check=True)
        target = Path(self.build_lib) / "hillpin" / "interface"
        shutil.rmtree(target, ignore_errors=True)
        shutil.copytree(WEB / "dist", target)


setup(cmdclass={"build_py": WithInterface, "build_ext": Together}, ext_modules=extensions(ROOT))
