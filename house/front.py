"""What stands before the workers: takes requests in whole, with deadlines, and hands them on.

Whoever sends half a request, or a letter a second, holds a place here, of which there are
thousands, and none of the few workers.
"""

import os
import signal
import subprocess
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from setup import NGINX, needs_user

#: What it says itself: with which status, and in which words.
_SAID = {
    "unread": (400, "What was sent cannot be read; load the page again."),
    "late": (408, "What was sent did not come in time; send it again."),
    "large": (413, "That is more than is expected here; send less."),
    "later": (
        503,
        "The server is being started or is very busy. Nothing is lost; it is tried again.",
    ),
}
_CONF = """\
{user}
worker_processes 1;
pid {home}/nginx.pid;
error_log {errors};
daemon off;
events {{ worker_connections 4096; }}
http {{
  access_log off;
  server_tokens off;
  client_body_temp_path {home}/body;
  proxy_temp_path {home}/proxy;
  fastcgi_temp_path {home}/fastcgi;
  uwsgi_temp_path {home}/uwsgi;
  scgi_temp_path {home}/scgi;

  client_header_timeout 10s;
  client_body_timeout 10s;
  send_timeout 20s;
  keepalive_timeout 75s;
  reset_timedout_connection on;
  large_client_header_buffers 4 8k;
  client_max_body_size 16m;
  # What is sent is held in memory: a folder of ours may be closed to who serves here.
  client_body_buffer_size 16m;
  proxy_max_temp_file_size 0;
  proxy_buffers 16 32k;
  limit_conn_zone $binary_remote_addr zone=callers:4m;

  # A connection a request: one kept open would wait with the worker that has it while another
  # worker is free, which costs a fifth of all answers.
  upstream workers {{ {servers} }}
  server {{
    {listen}
    limit_conn callers 512;
    proxy_http_version 1.1;
    proxy_read_timeout 150s;
    proxy_set_header Host $http_host;
    # One address, the caller's own: whatever it says of others is dropped.
    proxy_set_header X-Forwarded-For $remote_addr;
    proxy_set_header X-Forwarded-Proto $scheme;
    location / {{
      proxy_pass http://workers;
    }}
    # A job's whole record with its pictures.
    location = /api/jobs/records {{
      client_max_body_size 64m;
      client_body_buffer_size 64m;
      proxy_pass http://workers;
    }}
    error_page 400 405 414 431 494 501 =400 /_unread;
    error_page 408 /_late;
    error_page 413 /_large;
    error_page 502 503 504 =503 /_later;
{words}
  }}
{beside}
}}
"""
#: Where nothing is secret: sends on, and shows how to trust a certificate of the shop's own.
_PLAIN = """\
  server {{
    {listen}
    location / {{ return 308 {address}$request_uri; }}
    location ~ ^/(trust$|calm-axle-authority\\.crt$|static/app/) {{
      proxy_pass http://workers;
      proxy_set_header Host $http_host;
      proxy_set_header X-Forwarded-For $remote_addr;
      proxy_set_header X-Forwarded-Proto http;
    }}
  }}
"""
_WORD = """\
    location = /_{name} {{
      internal;
      default_type application/json;
      return {status} '{{"detail": [{{"field": "", "message": "{words}"}}]}}';
    }}
"""


@dataclass(frozen=True)
class Front:
    """One front by the folder it keeps its files in."""

    home: Path

    @property
    def pid_file(self) -> Path:
        return self.home / "nginx.pid"

    @property
    def errors(self) -> Path:
        return self.home / "error.log"

    def configuration(self, listen: str, ports: Sequence[int], beside: str = "") -> str:
        """Return what nginx is told: where to listen, where servers of workers are, what else."""
        said = (
            _WORD.format(name=name, status=status, words=words)
            for name, (status, words) in _SAID.items()
        )
        servers = " ".join(f"server 127.0.0.1:{port};" for port in ports)
        # Its workers give up being root where it is; nobody has what they need, which is nothing.
        user = "user nobody nogroup;" if os.geteuid() == 0 else ""
        return _CONF.format(
            home=self.home,
            errors=self.errors,
            listen=listen,
            servers=servers,
            user=user,
            words="".join(said),
            beside=beside,
        )

    def reload(self) -> bool:
        """Let a running front read its certificate anew; False where none runs."""
        try:
            os.kill(int(self.pid_file.read_text()), signal.SIGHUP)
        except (OSError, ValueError):
            return False
        return True

    def words(self, listen: str, ports: Sequence[int], beside: str = "") -> list[str]:
        """Return the command that serves, its configuration written."""
        if os.geteuid() == 0:
            needs_user("nobody", "which nginx's workers run as")
        self.home.mkdir(parents=True, exist_ok=True)
        conf = self.home / "nginx.conf"
        conf.write_text(self.configuration(listen, ports, beside))
        return [str(NGINX), "-p", str(self.home), "-c", str(conf), "-e", str(self.errors)]

    def begin(
        self, listen: str, ports: Sequence[int], beside: str = ""
    ) -> "subprocess.Popen[bytes]":
        """Begin to serve; ``listen`` is the directives of where and with what certificate."""
        words = self.words(listen, ports, beside)
        with (self.home / "out.log").open("a") as log:
            return subprocess.Popen(
                words,
                stdin=subprocess.DEVNULL,
                stdout=log,
                stderr=log,
                start_new_session=True,
            )


def plain_server(listen: str, address: str) -> str:
    """Return a server without a certificate, which sends on to an address that has one.

    Parameters
    ----------
    listen : str
        The directives of where.
    address : str
        Where it sends on to; all but what shows how to trust that.
    """
    return _PLAIN.format(listen=listen, address=address)
