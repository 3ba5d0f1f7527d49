"""The running server asked by its own schema, at a data folder of its own: no question ends in a 500, and every answer is one that
the schema has.

usage: python -m tests.fuzz.api MINUTES

schemathesis is installed, beside the project's own libraries, when this is first asked. What destroys the site that is asked about, and what reaches beyond the server
(folders, the practice server), is left out.
"""

from __future__ import annotations

import argparse
import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
TOOL = "schemathesis==4.32.5"
CHECKS = "not_a_server_error,status_code_conformance,content_type_conformance,response_schema_conformance"
LEFT_OUT = r"^/api/sites/\{site_id\}$|removed|practice|folders"
CONFIG = '[parameters]\n"path.site_id" = 1\n'
PATIENCE = 60


def set_up() -> Path:
    """The interpreter that has schemathesis: what it needs of libraries is its own affair."""
    folder = ROOT / ".pin-state" / TOOL
    python = folder / "bin" / "python"
    if subprocess.run([str(python), "-c", "import schemathesis"], capture_output=True, check=False).returncode if python.exists() else True:
        subprocess.run([sys.executable, "-m", "venv", "--clear", str(folder)], check=True)
        subprocess.run([str(python), "-m", "pip", "install", "--quiet", "--disable-pip-version-check", TOOL], check=True)
    return python


def free_port() -> int:
    """A port that nothing listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def is_up(address: str) -> bool:
    """Whether the server answers."""
    try:
        with urllib.request.urlopen(address, timeout=5):
            return True
    except (urllib.error.URLError, OSError):
        return False


def main() -> int:
    """Run for some minutes; what schemathesis ends with."""
    parser = argparse.ArgumentParser(prog="pin fuzz --api", description=__doc__.splitlines()[0])
    parser.add_argument("minutes", type=float)
    seconds = max(round(parser.parse_args().minutes * 60), 1)
    tool = set_up()
    port = free_port()
    with tempfile.TemporaryDirectory(prefix="hillpin-fuzz-") as name:
        server = subprocess.Popen([sys.executable, "-m", "hillpin.launch", "start", "--port", str(port), "--data", name], cwd=ROOT, env={**os.environ, "PYTHONPATH": str(ROOT)})
        try:
            until = time.monotonic() + PATIENCE
            while not is_up(f"http://127.0.0.1:{port}/"):
                if server.poll() is not None or time.monotonic() > until:
                    print("The server did not start.", file=sys.stderr)
                    return 2
                time.sleep(0.2)
            (Path(name) / "schemathesis.toml").write_text(CONFIG)
            words = ["--url", f"http://127.0.0.1:{port}", "-w", "2", "--phases", "coverage,fuzzing", "--max-time", str(seconds), "--continue-on-failure", "-c", CHECKS, "--exclude-path-regex", LEFT_OUT, "--warnings", "off", "--request-timeout", "60"]
            return subprocess.run([str(tool), "-m", "schemathesis.cli", "run", str(ROOT / "web" / "openapi.json"), *words], cwd=name, check=False).returncode
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    sys.exit(main())
