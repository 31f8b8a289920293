"""A job whose build can be worked through over HTTP, for tests of the bay."""

from datetime import date, timedelta
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile

from axlecore.fitup.sheet import Layout
from axlecore.papers import PaperName
from axlecore.vehicle.ends import End
from bay.models import TorqueWrench
from jobs.fitup import begun_fitting
from jobs.papers import change_paper
from jobs.tests.chosen import WithChoice
from jobs.writes import write
from photos.tests.test_photos import picture
from shops.models import Person
from shops.tests.people import person


class UnderTheVehicle(WithChoice):
    """A replacement bar at the rear, its fit-up begun, and a wrench that is not due."""

    part_number = "MF-KR30"
    action = "replace"

    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.fitter = person(cls.shop, "fitter", Person.Role.FITTER)
        day = date.today()
        cls.wrench = TorqueWrench.objects.create(
            shop=cls.shop,
            name="Wrench 3",
            calibrated_on=day - timedelta(days=90),
            due_on=day + timedelta(days=275),
            from_n_m=10,
            to_n_m=200,
            length_m=0.4,
        )

    def setUp(self):
        super().setUp()

        def begin(job):
            change_paper(
                job,
                PaperName.FITTING,
                self.lead,
                job.paper(PaperName.FITTING).version,
                "rear",
                "begun",
                lambda fitting: begun_fitting(job, fitting, End.REAR, Layout.LEAF),
            )

        write(self.job.pk, self.shop.pk, begin)

    def bay(self):
        answer = self.client.get(f"/api/jobs/{self.job.pk}/bay")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def answer(self, step, kind="tick", client=None, headers=None, **more):
        body = {"step": step, "kind": kind, **more}
        return self.send("POST", f"/jobs/{self.job.pk}/bay/answers", body, client, headers)

    def photo(self, key):
        file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
        place = {"place": f"step.{key}", "key": uuid4(), "file": file}
        return self.client.post(f"/api/jobs/{self.job.pk}/photos", place)

    def torque(self, joint, bolt, client=None, **more):
        body = {"joint": joint, "bolt": bolt, "how": "read", "wrench_id": self.wrench.pk, **more}
        return self.send("POST", f"/jobs/{self.job.pk}/bay/torque", body, client)

    def do(self, bay, key):
        """Record all that a step keeps."""
        step = next(one for one in bay["steps"] if one["key"] == key)
        for kind in step["records"] or ["tick"]:
            if kind == "photo":
                self.assertEqual(self.photo(key).status_code, 201)
            elif kind == "torque":
                joint_key = step["torque"] or key
                joint = bay["joints"][joint_key]
                for bolt in joint["left"]:
                    target = joint["target"]
                    if target["from_n_m"] is None:
                        middle = 150.0
                    else:
                        middle = (target["from_n_m"] + target["to_n_m"]) / 2
                    read = self.torque(joint_key, bolt, typed=f"{middle:.1f} N·m")
                    self.assertEqual(read.status_code, 200, read.content[:300])
            elif key == "all.clearance" and kind == "number" and bay["obstacles"]:
                for one in bay["obstacles"]:
                    measured = self.gap(one["obstacle"]["key"], "40 mm")
                    self.assertEqual(measured.status_code, 200, measured.content[:300])
            elif kind == "number" and key.endswith(".settle"):
                done = self.settle()
                self.assertEqual(done.status_code, 200, done.content[:300])
            else:
                said = {"number": "241 mm", "handed on": "Quay Exhausts"}.get(kind, "")
                done = self.answer(key, kind, said=said)
                self.assertEqual(done.status_code, 200, done.content[:300])

    def settle(self, client=None, **other):
        """Set the rear axle as planned, but for what is said otherwise."""
        links = {f"{side}_link": f"{mm:.1f} mm" for side, mm in self.planned_links().items()}
        body = {"axle": "rear", "left_hole": 1, "right_hole": 1, **links, **other}
        return self.send("POST", f"/jobs/{self.job.pk}/bay/settings", body, client)

    def planned_links(self):
        planned = self.bay()["settling"]["rear"]["tape"]["planned"]
        return {side: planned[side]["link_m"] * 1e3 for side in ("left", "right")}

    def gap(self, obstacle, typed, client=None):
        body = {"obstacle": obstacle, "typed": typed}
        return self.send("POST", f"/jobs/{self.job.pk}/bay/gaps", body, client)

    def work_up_to(self, wanted):
        """Do every step before one."""
        bay = self.bay()
        for step in bay["steps"]:
            if step["key"] == wanted:
                return
            self.do(bay, step["key"])
