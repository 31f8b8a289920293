"""What every operation owes, asked of the routes themselves so that none can be forgotten."""

import re
from collections.abc import Iterator
from itertools import product
from pathlib import Path
from uuid import uuid4

from django.apps import apps
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as ExampleCase

from calmaxle.api import api
from jobs.models import Job
from people.models import Invitation, SignedIn, Tablet
from photos.tests.test_photos import picture
from rigs.models import Vehicle
from shops.tests.people import PASSWORD, TwoShops
from tasks.models import Task

SERVER = Path(__file__).resolve().parents[2]
#: Operations that anybody reaches: signing in and out, and asking whether one is.
OPEN = {
    ("GET", "/session"),
    ("POST", "/session"),
    ("DELETE", "/session"),
    ("POST", "/session/invitation"),
    ("POST", "/session/join"),
    ("GET", "/session/tablet"),
    ("POST", "/session/tablet"),
}
#: What is kept, every model of ours; a refused request leaves all of them as they were.
KEPT = [
    model
    for app in apps.get_app_configs()
    if Path(app.path).parent == SERVER
    for model in app.get_models()
]
#: What a browser never sends: wrong shapes, wrong types, and things that only look right.
JUNK = (
    None,
    [],
    "x",
    7,
    {},
    {"base_version": "1; DROP TABLE jobs_job"},
    {"base_version": 1},
    {"base_version": 1, "place": "__class__.__init__", "typed": "1", "known": "measured"},
    {"base_version": 1, "place": "." * 80, "typed": "\x00", "known": "measured"},
    {"base_version": 10**30, "to_version": -(10**30)},
    {"base_version": 1, "rear": {"action": "supplement", "part_id": 10**30}},
    {"text": "kind\nbar", "mapping": {"kind": "nonsense"}},
    {"sets": [{}], "state": "sideways"},
    {"base_version": 1, "entries": [{}] * 3, "text": "state,place,load\n" * 50},
    {"station": "listen", "reason": "\ud800"},
    {"marks": [[float("1e400")] * 2] * 2},
    {"removed": "perhaps"},
    {"name": "\x00\ud800", "kind": "van"},
    {"due_on": "99999-01-01"},
)


def operations() -> Iterator[tuple[str, str]]:
    for prefix, router in api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                yield from ((method, prefix + path) for method in operation.methods)


def bodiless() -> set[str]:
    """Addresses that take no body, which has nothing to be wrong with it then."""
    return {
        path
        for prefix, router in api._routers
        for path, view in router.path_operations.items()
        for operation in view.operations
        if not {one.__ninja_param_source__ for one in operation.models} & {"body", "form", "file"}
    }


class EveryOperation(TwoShops):
    def setUp(self):
        super().setUp()
        file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
        sent = self.client.post(
            f"/api/jobs/{self.job.pk}/photos", {"place": "side", "key": uuid4(), "file": file}
        )
        self.photo = sent.json()["id"]
        paper = SimpleUploadedFile("x.pdf", b"%PDF-1.4 %%EOF", "application/pdf")
        sent = self.client.post(
            f"/api/jobs/{self.job.pk}/attachments",
            {"place": "build sheet", "key": uuid4(), "file": paper},
        )
        self.attachment = sent.json()["id"]
        paper.seek(0)
        sent = self.client.post(
            f"/api/racks/parts/{self.bars[0].pk}/scans",
            {"place": "sheet", "key": uuid4(), "file": paper},
        )
        self.scan = sent.json()["id"]
        driven = {"when": "before", "manoeuvre": "known bend", "state": "trip_ready"}
        driven |= {"surface": "dry", "key": str(uuid4())}
        sent = self.send("POST", f"/jobs/{self.job.pk}/runs/stand-in", driven)
        self.run_id = sent.json()["runs"][0]["id"]
        told = self.client.get(f"/api/jobs/{self.job.pk}/ranking?state=trip_ready")
        assert told.status_code == 200
        self.task = Task.objects.get().pk
        signed_in = {"username": "viewer", "password": PASSWORD}
        assert self.send("POST", "/session", signed_in, Client()).status_code == 200
        for path, body in (("invitations", {"role": "fitter"}), ("tablets", {"name": "Bay 1"})):
            assert self.send("POST", f"/people/{path}", body).status_code == 200

    def filled(self, path: str) -> str:
        values = {
            "attachment_id": self.attachment,
            "job_id": self.job.pk,
            "photo_id": self.photo,
            "run_id": self.run_id,
            "scan_id": self.scan,
            "task_id": self.task,
            "person_id": self.viewer.pk,
            "invitation_id": Invitation.objects.get().pk,
            "signed_in_id": SignedIn.objects.get().pk,
            "tablet_id": Tablet.objects.get().pk,
            "paper": "complaint",
            "part_id": self.bars[0].pk,
            "kind": "svg",
            "name": "nothing of that name",
        }
        return re.sub(r"\{(?:int:)?(\w+)\}", lambda found: str(values[found[1]]), path)

    def counts(self):
        return [model.objects.count() for model in KEPT]

    def versions(self):
        job = Job.objects.select_related("vehicle").get(pk=self.job.pk)
        return job.version, job.vehicle.version, job.station, job.kind, job.due_on

    def test_the_routes_are_those_this_test_walks(self):
        found = set(operations())
        self.assertLess(25, len(found))
        self.assertLess(30, len(KEPT))
        self.assertLessEqual(OPEN, found)

    def test_nothing_but_the_session_answers_without_a_sign_in(self):
        for method, path in sorted(set(operations()) - OPEN):
            answer = self.send(method, self.filled(path), {}, Client())
            self.assertEqual(answer.status_code, 401, f"{method} {path}")

    def test_nothing_of_one_shop_is_found_by_another(self):
        stranger = self.as_(self.stranger)
        asked = [(m, p) for m, p in operations() if "{" in p]
        self.assertGreater(len(asked), 20)
        before = self.counts(), self.versions()
        for method, path in asked:
            answer = self.send(method, self.filled(path), {}, stranger)
            # A body that is refused before the record is looked for tells nothing either.
            self.assertIn(answer.status_code, (400, 404, 422), f"{method} {path}")
            self.assertNotIn(b"Coach", answer.content)
        self.assertEqual((self.counts(), self.versions()), before)

    def test_junk_is_refused_in_words_and_leaves_everything_as_it_was(self):
        before = self.counts(), self.versions()
        writes = [
            (m, p)
            for m, p in operations()
            if m != "GET" and (m, p) not in OPEN and p not in bodiless()
        ]
        for (method, path), body in product(writes, JUNK):
            harmless = path.endswith(
                (
                    "/tilt",
                    "/caliper",
                    "/pads",
                    "/preview",
                    "/bench/pictures",
                    "/first-answer",
                )
            )
            answer = self.send(method, self.filled(path), body)
            with self.subTest(f"{method} {path} {body!r}"):
                self.assertIn(
                    answer.status_code,
                    (200,)
                    if harmless and answer.status_code == 200
                    else (400, 404, 409, 413, 415, 422),
                )
                if answer.status_code != 200:
                    self.assertTrue(answer.json()["detail"][0]["message"])
        self.assertEqual((self.counts(), self.versions()), before)


class AnythingTyped(ExampleCase, TwoShops):
    """Whatever text arrives at whatever place: an answer, never a crash."""

    def setUp(self):
        # Each example has a transaction and a client of its own.
        pass

    @settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
    @given(
        st.sampled_from(
            [
                "wheelbase_m",
                "rear.track_m",
                "rear.standard_bar.bar.steel",
                "rear.suspension",
                "load_states.0.rear_left_kg",
                "roll_test.mass_kg",
                "stack.0.mass_kg",
                "kind",
                "",
            ]
        ),
        st.one_of(st.text(max_size=70), st.floats().map(str), st.from_regex(r"\d+ ?\d*/\d+\"?")),
    )
    def test_a_sheet_takes_it_or_says_why_not(self, place, typed):
        self.client.force_login(self.lead)
        base = Vehicle.objects.get(pk=self.job.vehicle_id).version
        answer = self.sheet_edit(place, typed, base)
        self.assertIn(answer.status_code, (200, 422), (place, typed, answer.content[:200]))
        after = self.send("GET", f"/jobs/{self.job.pk}").json()["sheet_version"]
        self.assertEqual(after, base + (answer.status_code == 200))
        self.assertEqual(
            self.send("GET", f"/jobs/{self.job.pk}/assessment").status_code, 200, (place, typed)
        )
