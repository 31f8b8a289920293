import json
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from axlecore.cli import main
from axlecore.formats import (
    FileError,
    from_json,
    from_plain,
    json_schema,
    places_of,
    to_json,
    to_plain,
)
from axlecore.lean.evaluate import evaluate
from axlecore.vehicle.rig import RigFile, SetUp
from tests.rigs import choice, vehicle_c


def rig_file() -> RigFile:
    return RigFile(vehicle_c(), SetUp(rear=choice()))


class RoundTripTests(unittest.TestCase):
    def test_json_and_plain_come_back_equal(self):
        self.assertEqual(from_json(to_json(rig_file()), RigFile), rig_file())
        self.assertEqual(from_plain(to_plain(rig_file()), RigFile), rig_file())

    def test_an_evaluation_is_plain_json_without_nan(self):
        result = evaluate(rig_file().vehicle, rig_file().set_up)
        self.assertEqual(json.loads(to_json(result)), to_plain(result))


class BadFileTests(unittest.TestCase):
    def complaint(self, change):
        plain = to_plain(rig_file())
        change(plain)
        text = json.dumps(plain, indent=1)
        with self.assertRaises(FileError) as caught:
            from_json(text, RigFile)
        return caught.exception.complaints[0], text.splitlines()

    def test_errors_carry_the_line_and_the_field(self):
        def put(path, value):
            def change(plain):
                *parents, last = path
                for part in parents:
                    plain = plain[part]
                plain[last] = value

            return change

        track = ("vehicle", "rear", "track_m")
        for change, field, words in (
            (put((*track, "value"), "wide"), "vehicle.rear.track_m.value", "valid number"),
            (put((*track, "value"), -1.7), "vehicle.rear.track_m", "Track reads"),
            (put((*track, "value"), 1e300), "vehicle.rear.track_m", "Track reads"),
            (put((*track, "value"), float("nan")), "vehicle.rear.track_m", "Track reads nan"),
            (put((*track, "vlaue"), 1), "vehicle.rear.track_m.vlaue", "no such field"),
            (put((*track, "known"), "guessed"), "vehicle.rear.track_m.known", "estimated"),
            (
                put(("vehicle", "rear", "link_spacing_m", "value"), 1.9),
                "vehicle.rear.link_spacing_m",
                "not inside the track",
            ),
            (put(("set_up", "rear", "action"), "new"), "set_up.rear.action", "does not apply"),
            (
                lambda plain: plain["vehicle"]["load_states"][0].pop("rear_left_kg"),
                "vehicle.load_states.0.rear_left_kg",
                "missing",
            ),
        ):
            with self.subTest(field):
                complaint, lines = self.complaint(change)
                self.assertEqual(complaint.field, field)
                self.assertIn(words, complaint.message)
                nearest = [part for part in field.split(".") if not part.isdecimal()]
                self.assertTrue(
                    any(
                        part in lines[complaint.line - 1] or part == nearest[-1]
                        for part in nearest[-2:]
                    )
                )

    def test_the_line_is_that_of_the_field_itself(self):
        complaint, lines = self.complaint(
            lambda plain: plain["vehicle"]["rear"]["track_m"].update(value="wide")
        )
        self.assertIn('"value": "wide"', lines[complaint.line - 1])

    def test_not_json_too_large_too_deep_and_not_text(self):
        for text in ("{", "", '{"vehicle": 1', " " * 1_000_001, "[" * 100_000, b"\xff\xfe{}"):
            with self.assertRaises(FileError):
                from_json(text, RigFile)


class SchemaTests(unittest.TestCase):
    def test_schema_names_every_place_with_its_range(self):
        schema = json_schema(RigFile)
        track = schema["$defs"]["Axle"]["properties"]["track_m"]
        self.assertEqual(track["description"], "Track; value 0.8 to 2.6 in SI units.")
        self.assertFalse(schema["$defs"]["Measured"]["additionalProperties"])


class CommandLine(unittest.TestCase):
    def run_cli(self, *arguments, text=None):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder, "rig.json")
            path.write_bytes(text or b"")
            words = [str(path) if a == "FILE" else a for a in arguments]
            return subprocess.run(
                [sys.executable, "-W", "error", "-m", "axlecore", *words],
                capture_output=True,
                text=True,
                timeout=60,
                check=False,
                cwd=Path(__file__).parents[1],
            )


class CommandLineTests(CommandLine):
    def test_evaluate_prints_a_table_and_json(self):
        table = self.run_cli("evaluate", "FILE", text=to_json(rig_file()))
        self.assertEqual((table.returncode, table.stderr), (0, ""))
        self.assertIn("Lean at 0.3 g", table.stdout)
        self.assertIn("Steel does not change stiffness", table.stdout)
        as_json = self.run_cli("evaluate", "FILE", "--json", text=to_json(rig_file()))
        self.assertEqual(
            json.loads(as_json.stdout), to_plain(evaluate(vehicle_c(), SetUp(rear=choice())))
        )

    def test_a_bad_file_exits_2_with_line_and_field(self):
        text = to_json(rig_file(), indent=1).replace(b'"value": 1.75', b'"value": "x"', 1)
        done = self.run_cli("evaluate", "FILE", text=text)
        line = text.split(b'"value": "x"')[0].count(b"\n") + 1
        self.assertEqual(done.returncode, 2)
        self.assertIn(f"rig.json:{line}: vehicle.rear.track_m.value:", done.stderr)

    def test_a_stop_exits_1(self):
        plain = to_plain(rig_file())
        plain["vehicle"]["rear"]["rating_kg"]["value"] = 2000
        done = self.run_cli("evaluate", "FILE", text=json.dumps(plain).encode())
        self.assertEqual(done.returncode, 1)
        self.assertIn("STOP", done.stdout)

    def test_a_file_that_is_not_there_exits_2(self):
        self.assertEqual(main(["evaluate", "/nowhere/rig.json"]), 2)


class PublishedTests(unittest.TestCase):
    docs = Path(__file__).parents[2] / "docs"

    def test_the_example_of_the_docs_is_a_rig_file_with_a_choice(self):
        rig = from_json((self.docs / "example.rig.json").read_bytes(), RigFile)
        self.assertIsNotNone(rig.set_up.rear)
        after = evaluate(rig.vehicle, rig.set_up).states[0]
        self.assertLess(after.after.reference_lean_rad, after.before.reference_lean_rad)

    def test_the_schema_of_the_docs_is_the_schema_of_the_code(self):
        page = (self.docs / "formats.md").read_text()
        marked = page.split("<!-- schema begins -->")[1]
        published = marked.split("```json\n")[1].split("\n```")[0]
        self.assertEqual(json.loads(published), json_schema(RigFile))

    def test_places_are_found_behind_lists_and_optional_parts(self):
        places = places_of(RigFile)
        for path in (
            "vehicle.load_states.*.rear_left_kg",
            "vehicle.profile.blocks.*.top_m",
            "vehicle.rear.standard_bar.bar.outside_diameter_m",
            "set_up.front.fitted.bar.bore_m",
        ):
            self.assertIn(path, places)
        self.assertNotIn("vehicle.rear.standard_bar.bar.centre_line_m", places)


class MoreCommandLineTests(CommandLine):
    def test_a_vehicle_that_tips_over_is_a_stop_in_words(self):
        plain = to_plain(rig_file())
        plain["set_up"]["rear"] = None
        plain["vehicle"]["rear"]["standard_bar"] = None
        for axle in ("front", "rear"):
            plain["vehicle"][axle]["spring_rate_n_per_m"]["value"] = 2e4
        done = self.run_cli("evaluate", "FILE", text=json.dumps(plain).encode())
        self.assertEqual(done.returncode, 1)
        self.assertIn("STOP  By these numbers the vehicle would not stand upright", done.stderr)

    def test_a_reader_that_stops_early_sees_no_complaint(self):
        line = f"{sys.executable} -W error -m axlecore schema | head -n 1"
        done = subprocess.run(
            ["sh", "-c", line],
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
            cwd=Path(__file__).parents[1],
        )
        self.assertEqual((done.stdout, done.stderr), ("{\n", ""))
