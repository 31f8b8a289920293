"""Two shops and a job with a bar chosen from the racks, where its work begins."""

from typing import Any

from jobs.models import Job
from racks.models import Part
from shops.tests.people import TwoShops, stock


class WithChoice(TwoShops):
    """The shop's racks are full; a rear bar is chosen on its job."""

    part_number = "TM-R32-S"
    action = "supplement"

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        stock(cls.shop, 400)
        cls.part = Part.objects.get(shop=cls.shop, part_number=cls.part_number)

    def setUp(self) -> None:
        super().setUp()
        self.choose(self.job)

    def choose(self, job: Job) -> None:
        pick = {"rear": {"part_id": self.part.pk, "action": self.action, "hole": 0}}
        answer = self.send("PUT", f"/jobs/{job.pk}/choice", {"base_version": 1, **pick})
        self.assertEqual(answer.status_code, 200, answer.content[:300])

    def work(self) -> Any:
        """The plan with all that follows from it."""
        answer = self.client.get(f"/api/jobs/{self.job.pk}/work")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def base(self) -> int:
        """Version that a write on the line is based on."""
        return Job.objects.get(pk=self.job.pk).line_version
