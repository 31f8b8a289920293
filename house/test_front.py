import http.client
import http.server
import json
import socket
import tempfile
import threading
import unittest
from pathlib import Path

from database import free_port, wait_for_port
from front import Front


class Worker(http.server.BaseHTTPRequestHandler):
    """Says what it was handed, one request at a time."""

    def do_POST(self):
        body = self.rfile.read(int(self.headers.get("Content-Length") or 0))
        said = json.dumps({"headers": dict(self.headers), "size": len(body)}).encode()
        self.send_response(200)
        self.send_header("Content-Length", str(len(said)))
        self.end_headers()
        self.wfile.write(said)

    do_GET = do_POST  # noqa: N815  as the library calls it

    def log_message(self, *_):
        pass


class FrontTests(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        Path(folder.name).chmod(0o755)
        cls.worker = http.server.HTTPServer(("127.0.0.1", 0), Worker)
        threading.Thread(target=cls.worker.serve_forever, daemon=True).start()
        cls.addClassCleanup(cls.worker.server_close)
        cls.addClassCleanup(cls.worker.shutdown)
        cls.port, nobody = free_port(), free_port()
        cls.alone = free_port()
        for name, port, workers in (
            ("front", cls.port, cls.worker.server_port),
            ("alone", cls.alone, nobody),
        ):
            begun = Front(Path(folder.name) / name).begin(f"listen 127.0.0.1:{port};", [workers])
            cls.addClassCleanup(begun.wait, 10)
            cls.addClassCleanup(begun.terminate)
            assert wait_for_port(port, 10)

    def ask(self, port=0, method="GET", body=None, **headers):
        connection = http.client.HTTPConnection("127.0.0.1", port or self.port, timeout=10)
        self.addCleanup(connection.close)
        connection.request(method, "/api/session", body, headers)
        answer = connection.getresponse()
        return answer.status, json.loads(answer.read())

    def sent(self, raw):
        """The answer to bytes as they are."""
        with socket.create_connection(("127.0.0.1", self.port), timeout=10) as line:
            line.sendall(raw)
            answer = http.client.HTTPResponse(line)
            answer.begin()
            return answer.status, json.loads(answer.read())["detail"][0]["message"]

    def test_a_hundred_half_sent_requests_hold_nobody_up(self):
        head = b"POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Length: 500\r\n"
        for half in (head, head + b"\r\n{"):
            lines = [socket.create_connection(("127.0.0.1", self.port)) for _ in range(100)]
            for line in lines:
                self.addCleanup(line.close)
                line.sendall(half)
            # The worker takes one request at a time; a half one with it would be waited for.
            self.assertEqual(self.ask(method="POST", body="{}")[1]["size"], 2)

    def test_whose_request_it_is_is_said_here_and_not_by_the_caller(self):
        _, said = self.ask(**{"X-Forwarded-For": "203.0.113.5", "X-Forwarded-Proto": "https"})
        self.assertEqual(said["headers"]["X-Forwarded-For"], "127.0.0.1")
        self.assertEqual(said["headers"]["X-Forwarded-Proto"], "http")

    def test_what_is_no_request_is_refused_in_words(self):
        for raw, status in (
            (b"GARBAGE\r\n\r\n", 400),
            (b"GET / HTTP/1.1\r\n\r\n", 400),
            (b"GET / HTTP/1.1\r\nHost: x\r\nCookie: " + b"x" * 40_000 + b"\r\n\r\n", 400),
            (b"POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 17000000\r\n\r\n", 413),
            (b"POST / HTTP/1.1\r\nHost: x\r\nContent-Length: many\r\n\r\n", 400),
        ):
            answer = self.sent(raw)
            self.assertEqual(answer[0], status, raw[:40])
            self.assertTrue(answer[1])

    def test_a_photo_comes_through_whole(self):
        self.assertEqual(self.ask(method="POST", body=b"x" * 15_500_000)[1]["size"], 15_500_000)

    def test_workers_that_are_away_are_later_not_no(self):
        status, said = self.ask(self.alone)
        self.assertEqual(status, 503)
        self.assertIn("tried again", said["detail"][0]["message"])
