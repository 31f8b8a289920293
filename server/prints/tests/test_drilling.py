"""The drill template, read back by programs that know nothing of how it was written."""

import io
import xml.etree.ElementTree as ET

import ezdxf
import numpy as np
from pypdf import PdfReader

from jobs.models import Job
from prints.tests.drawn import MM_A_POINT, drawn_on
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

    def template(self, kind, side="left", paper="a4"):
        answer = self.client.get(
            f"/api/jobs/{self.job.pk}/drill-template.{kind}?axle=rear&side={side}&paper={paper}"
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

    def test_pdf_draws_ruler_and_holes_at_full_size_on_every_page_that_has_a_hole(self):
        for paper, short, long in (("a4", 210.0, 297.0), ("letter", 215.9, 279.4)):
            for depth in ("250 mm", "420 mm"):
                with self.subTest(paper, depth=depth):
                    self.deepen(depth)
                    pages = self.pages(paper)
                    size = [float(side) * MM_A_POINT for side in pages[0].mediabox[2:]]
                    np.testing.assert_allclose(sorted(size), (short, long), atol=0.1)
                    self.assert_full_size(pages)

    def pages(self, paper):
        answer = self.template("pdf", paper=paper)
        self.assertEqual(answer["Content-Type"], "application/pdf")
        self.assertEqual(answer["Content-Disposition"][:6], "inline")
        return PdfReader(io.BytesIO(answer.content)).pages

    def deepen(self, depth):
        """A rail that is deeper than a page is high takes several pages."""
        version = Job.objects.get(pk=self.job.pk).papers.get(name="fitting").version
        body = {"base_version": version, "place": "rear.rail.depth_m", "typed": depth}
        self.assertEqual(
            self.send("PATCH", f"/jobs/{self.job.pk}/papers/fitting", body).status_code, 200
        )

    def assert_full_size(self, pages):
        """Whatever is drawn, measured on the pages as a rule would measure it."""
        drawn = [drawn_on(page) for page in pages]
        holes = [[one for one in page if one.round and 5 < one.width < 30] for page in drawn]
        self.assertTrue(holes[0], "no page before the first hole")
        for page, on_it in zip(drawn, holes, strict=True):
            rulers = [one for one in page if one.height < 0.01 and abs(one.width - 100) < 0.05]
            self.assertEqual(len(rulers), 1 if on_it else 0)
        every = [hole for page in holes for hole in page]
        for hole in every:
            self.assertAlmostEqual(hole.width, hole.height, delta=0.02)
        wanted = {round(size, 1) for _, _, size in self.wanted("left")}
        self.assertEqual({round(hole.width, 1) for hole in every}, wanted)
        pairs = [[hole for hole in page if abs(hole.width - 13.5) < 0.05] for page in holes]
        one, other = next(pair for pair in pairs if len(pair) == 2)
        self.assertAlmostEqual(abs(one.x - other.x), 70.0, delta=0.05)
        self.assertAlmostEqual(one.y, other.y, delta=0.05)

    def test_what_cannot_be_drawn_is_refused(self):
        path = f"/api/jobs/{self.job.pk}/drill-template"
        for query, field in (("png", "kind"), ("svg?side=top", "side"), ("dxf?axle=front", "axle")):
            answer = self.client.get(f"{path}.{query}")
            self.assert_refused(answer, 422, field, "")
        stranger = self.as_(self.stranger)
        self.assertEqual(stranger.get(f"{path}.svg").status_code, 404)
        self.assertEqual(Job.objects.get(pk=self.job.pk).papers.get(name="fitting").version, 4)
