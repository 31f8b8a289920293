"""Hostile requests of each kind: every answer is one in words, none a failure."""

import json
import random
import re

from django.test import Client, tag

from calmaxle.api import api
from calmaxle.tests.test_every_endpoint import OPEN, operations
from shops.tests.people import PASSWORD, TwoShops

#: What is looked up, counted or parsed somewhere, and what only looks like it.
BITS = (
    "\x00",
    '"\\000"',
    '"\\377',
    "٣",
    "²",
    "１２",
    "९" * 40,
    "-1",
    "9" * 5000,
    "1e999",
    "NaN",
    "../" * 9,
    "%00",
    "%ff",
    "%u0000",
    "\ufeff",
    "\u202e",
    "é",
    "💥",
    ";",
    '"',
    "\\",
    "=",
    "{{7*7}}",
    "' OR 1=1 --",
    "",
    " ",
    "a" * 300,
)
HEADERS = (
    "Accept",
    "Accept-Encoding",
    "Accept-Language",
    "Content-Encoding",
    "Content-Type",
    "Expect",
    "Idempotency-Key",
    "If-Modified-Since",
    "If-None-Match",
    "Origin",
    "Range",
    "Referer",
    "Transfer-Encoding",
    "X-CSRFToken",
    "X-Forwarded-For",
    "X-Forwarded-Host",
    "X-Forwarded-Proto",
    "X-HTTP-Method-Override",
    "X-Requested-With",
)
TYPES = (
    "application/json",
    "application/json; charset=nobody",
    "multipart/form-data",
    "multipart/form-data; boundary=" + "x" * 300,
    "multipart/form-data; boundary=x",
    "application/x-www-form-urlencoded",
    "text/csv",
    "/",
    "",
)


class HostileTests(TwoShops):
    times = 80

    def setUp(self):
        super().setUp()
        self.client.raise_request_exception = False
        self.random = random.Random(15)  # noqa: S311  a seed for tests
        # Whoever signed out would be refused all else.
        asked = sorted(set(operations()) - OPEN)
        self.paths = sorted({path for _, path in asked})
        self.writes = [(method, path) for method, path in asked if method != "GET"]

    def some(self, most=3):
        return "".join(self.random.choices(BITS, k=self.random.randint(1, most)))

    def wired(self):
        """Some bits as a server hands on what came by wire."""
        return self.some().encode().decode("latin-1")

    def path(self):
        """An address of ours with hostile bits in place of its numbers, or near one of ours."""
        found = re.sub(r"\{[^}]+\}", lambda _: self.some(1), self.random.choice(self.paths))
        return found if self.random.random() < 0.7 else f"{found}/{self.some(1)}"

    def asked(self, ask):
        for number in range(self.times):
            answer = ask()
            said = (number, answer.request["PATH_INFO"], answer.status_code)
            self.assertLess(answer.status_code, 500, said)
            if answer.status_code >= 400:
                self.assertRegex(answer.headers["Content-Type"], "^application/json", said)
                self.assertTrue(answer.json()["detail"][0]["message"], said)

    def test_cookies(self):
        def ask():
            client = Client(raise_request_exception=False)
            names = ("sessionid", "csrftoken", self.wired())
            cookie = "; ".join(f"{name}={self.wired()}" for name in names)
            return client.get("/api/session", headers={"Cookie": cookie})

        self.asked(ask)

    def test_headers(self):
        def ask():
            some = {name: self.wired() for name in self.random.sample(HEADERS, 4)}
            method = self.random.choice(("GET", "GET", "POST", "BREW"))
            return self.client.generic(method, f"/api/jobs/{self.job.pk}", headers=some)

        self.asked(ask)

    def test_addresses_and_what_is_asked_of_them(self):
        def ask():
            query = "&".join(
                f"{name}={self.wired()}"
                for name in ("page", "find", "place", "from", "axle", self.wired())
            )
            path = f"/api{self.path()}"
            return self.client.generic("GET", path, QUERY_STRING=query)

        self.asked(ask)

    def test_methods(self):
        methods = ("GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS", "TRACE", "BREW")

        def ask():
            answer = self.client.generic(self.random.choice(methods), f"/api{self.path()}")
            if answer.request["REQUEST_METHOD"] == "HEAD":
                answer.content = answer.content or b'{"detail": [{"message": "-"}]}'
            return answer

        self.asked(ask)

    def test_bodies(self):
        deep = "[" * 100_000
        wholes = (deep, "{" * 5_000, "[" + "[]," * 300_000 + "[]]", '{"a":' * 3_000, '"\\ud800"')

        def ask():
            body = json.dumps({self.some(1): self.some(), "base_version": self.some(1), "typed": 1})
            cut = body[: self.random.randint(0, len(body))]
            content = self.random.choice((body, cut, self.some(), self.random.choice(wholes)))
            method, path = self.random.choice(self.writes)
            return self.client.generic(
                method,
                f"/api{re.sub('{[^}]+}', str(self.job.pk), path)}",
                content.encode("utf-8", "surrogatepass"),
                self.random.choice(TYPES),
            )

        self.asked(ask)

    def shaped(self, shape, deep=0):
        """A body of the shape an operation asks for, hostile wherever it leaves room."""
        if "$ref" in shape:
            return self.shaped(self.shapes[shape["$ref"].rsplit("/", 1)[1]], deep + 1)
        several = shape.get("anyOf") or shape.get("oneOf")
        if several:
            return self.shaped(self.random.choice(several), deep)
        if "enum" in shape:
            return self.random.choice([*shape["enum"], self.some(1)])
        kind = shape.get("type")
        if kind == "object" and deep < 6:
            known = {k: self.shaped(v, deep + 1) for k, v in shape.get("properties", {}).items()}
            return known or {self.some(1): self.some(1)}
        if kind == "array" and deep < 6:
            item = shape.get("items", {})
            return [self.shaped(item, deep + 1) for _ in range(self.random.randint(0, 3))]
        if kind == "boolean":
            return self.random.random() < 0.5
        if kind in ("integer", "number"):
            return self.random.choice((0, 1, 1, 2, -1, 1e308, 10**30, float("nan"), float("inf")))
        return self.random.choice((self.some(1), self.some(1), "1", "rear", "0.0.0", "rear.0.x"))

    def test_bodies_of_the_right_shape(self):
        told = api.get_openapi_schema()
        self.shapes = told["components"]["schemas"]
        asks = [
            (method, path, body["content"]["application/json"]["schema"])
            for path, methods in told["paths"].items()
            for method, operation in methods.items()
            if path != "/api/session"
            and "application/json" in (body := operation.get("requestBody", {})).get("content", {})
        ]
        self.assertGreater(len(asks), 30)
        numbers = {"job_id": self.job.pk, "part_id": self.bars[0].pk}

        def number(found):
            return str(numbers.get(found[1].split(":")[-1], 1))

        def ask():
            method, path, shape = self.random.choice(asks)
            return self.client.generic(
                method.upper(),
                re.sub(r"\{([^}]+)\}", number, path),
                json.dumps(self.shaped(shape)),
                "application/json",
            )

        self.asked(ask)

    def test_sign_ins(self):
        def ask():
            return Client(raise_request_exception=False).generic(
                "POST",
                "/api/session",
                json.dumps({"username": self.some(), "password": self.some() + PASSWORD}),
                content_type="application/json",
            )

        self.asked(ask)

    def test_an_owners_link_and_the_page_too(self):
        for number in range(self.times):
            path = self.random.choice(("/quote/", "/static/", "/", "/jobs/")) + self.some()
            answer = self.client.get(path)
            self.assertLess(answer.status_code, 500, (number, path))


@tag("long")
class ThousandHostileTests(HostileTests):
    """The same, a thousand of each."""

    times = 1000
