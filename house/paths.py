"""Where the house keeps what it makes: everything is under .run/ of this checkout."""

from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
RUN = ROOT / ".run"
VENV = RUN / "venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
STAMPS = RUN / "stamps"
SERVER_PORT = RUN / "server.port"
