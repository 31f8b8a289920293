"""The drill template, read back by programs that know nothing of how it was written."""

import io
import re
import xml.etree.ElementTree as ET

import ezdxf

from jobs.models import Job
from shops.tests.people import TwoShops

NAMESPACE = {"svg": "http://www.w3.org/2000/svg"}
HOLES = (
    ("-35 mm", "45 mm", "M12x1.75"),
    ("35 mm", "45 mm", "M12x1.75"),
    ("10 mm", "90 mm", "3/8-16"),
)


class TemplateTests(TwoShops):
    def setUp(self):
        super().setUp()
        path = f"/jobs/{self.job.pk}"
        self.send(
            "POST", f"{path}/fit/begin", {"base_version": 1, "axle": "rear", "layout": "leaf"}
        )
        more = {"base_version": 2, "axle": "rear", "place": "drilled", "there": True}
        self.send("POST", f"{path}/fit/parts", more)
        entries = [
            {"place": f"rear.drilled.{at}.{name}", "typed": typed}
            for at, hole in enumerate(HOLES)
            for name, typed in zip(("forward_m", "above_edge_m", "size"), hole, strict=True)
        ]
        answer = self.send(
            "POST", f"{path}/papers/fitting/entries", {"base_version": 3, "entries": entries}
        )
        self.assertEqual(answer.status_code, 200, answer.content)

    def template(self, kind, side="left"):
        answer = self.client.get(
            f"/api/jobs/{self.job.pk}/drill-template.{kind}?axle=rear&side={side}"
        )
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer

    def wanted(self, side):
        """Millimetres forward of the plumb line (mirrored on the left) and above the edge."""
        turn = -1 if side == "left" else 1
        return [
            (turn * -35, 45, 13.5),
            (turn * 35, 45, 13.5),
            (turn * 10, 90, 25.4 * (3 / 8 + 1 / 32)),
        ]

    def assert_holes(self, found, side):
        for (x, y, size), (wanted_x, wanted_y, wanted_size) in zip(
            found, self.wanted(side), strict=True
        ):
            self.assertAlmostEqual(x, wanted_x, 2)
            self.assertAlmostEqual(y, wanted_y, 2)
            self.assertAlmostEqual(size, wanted_size, 2)

    def test_dxf_holds_the_holes_in_millimetres_on_their_layer(self):
        for side in ("left", "right"):
            document = ezdxf.read(io.StringIO(self.template("dxf", side).content.decode()))
            self.assertEqual(document.units, ezdxf.units.MM)
            space = document.modelspace()
            edge = min(line.dxf.start.y for line in space.query('LINE[layer=="RAIL"]'))
            plumb = space.query('LINE[layer=="PLUMB"]').first.dxf.start.x
            circles = space.query('CIRCLE[layer=="HOLES"]')
            found = [
                (c.dxf.center.x - plumb, c.dxf.center.y - edge, 2 * c.dxf.radius) for c in circles
            ]
            self.assert_holes(found, side)
            ruler = max(
                space.query('LINE[layer=="RULER"]'), key=lambda one: one.dxf.end.x - one.dxf.start.x
            )
            self.assertAlmostEqual(ruler.dxf.end.x - ruler.dxf.start.x, 100.0)
            self.assertFalse(document.audit().errors)

    def test_svg_is_in_millimetres_at_full_size(self):
        for side in ("left", "right"):
            root = ET.fromstring(self.template("svg", side).content)
            width = float(root.get("width").removesuffix("mm"))
            self.assertAlmostEqual(float(root.get("viewBox").split()[2]), width)

            def line(kind, root=root):
                return root.find(f".//svg:line[@class='{kind}']", NAMESPACE)

            edge, plumb = float(line("edge").get("y1")), float(line("plumb").get("x1"))
            circles = root.findall(".//svg:circle[@class='hole']", NAMESPACE)
            found = [
                (float(c.get("cx")) - plumb, edge - float(c.get("cy")), 2 * float(c.get("r")))
                for c in circles
            ]
            self.assert_holes(found, side)
            ruler = line("ruler")
            self.assertAlmostEqual(float(ruler.get("x2")) - float(ruler.get("x1")), 100.0)

    def test_pdf_shows_it_at_full_size_with_the_cautions(self):
        answer = self.template("pdf")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        self.assertTrue(answer.content.startswith(b"%PDF"))
        # A4 across, in points.
        box = re.search(rb"/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)", answer.content)
        if box:
            self.assertAlmostEqual(float(box[1]), 841.9, delta=0.2)
        self.assertEqual(answer["Content-Disposition"][:6], "inline")

    def test_what_cannot_be_drawn_is_refused(self):
        path = f"/api/jobs/{self.job.pk}/drill-template"
        for query, field in (("png", "kind"), ("svg?side=top", "side"), ("dxf?axle=front", "axle")):
            answer = self.client.get(f"{path}.{query}")
            self.assert_refused(answer, 422, field, "")
        stranger = self.as_(self.stranger)
        self.assertEqual(stranger.get(f"{path}.svg").status_code, 404)
        self.assertEqual(Job.objects.get(pk=self.job.pk).papers.get(name="fitting").version, 4)
