import contextlib
import io
import json
import re
import tempfile
import unittest
from pathlib import Path

import numpy as np

from axlecore.choosing.ranking import Candidate, Wishes
from axlecore.cli import main
from axlecore.cli.claim import ClaimFile
from axlecore.cli.fit import FitFile
from axlecore.cli.rank import RankFile
from axlecore.fitup.sheet import Fitting
from axlecore.formats import to_json, to_plain
from axlecore.quantities.entry import fit_part
from axlecore.quantities.measure import Measured
from axlecore.vehicle.rig import Action, RigFile, SetUp
from tests.fitup.sheets import axle_fit, obstacle, pick
from tests.rigs import bar, choice, fitted, m, vehicle_c

ROOT = Path(__file__).resolve().parents[2]
RIG = RigFile(vehicle_c(), SetUp(rear=choice()))


class CommandTests(unittest.TestCase):
    def run_on(self, record, command, *words):
        """Exit code, what was said, and what was complained of."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "in.json"
            path.write_bytes(record if isinstance(record, bytes) else to_json(record))
            out, complaints = io.StringIO(), io.StringIO()
            with contextlib.redirect_stdout(out), contextlib.redirect_stderr(complaints):
                code = main([command, str(path), *words])
        return code, out.getvalue(), complaints.getvalue()

    def test_size_prints_and_gives_json(self):
        code, said, _ = self.run_on(RIG, "size", "--lean", "2.6°")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"next standard size +\d\d\.\d +2\.\d\d")
        code, said, _ = self.run_on(RIG, "size", "--lean", "2.6", "--json")
        self.assertAlmostEqual(json.loads(said)["lean_rad"], np.radians(2.6), 5)

    def test_size_refuses_what_it_cannot_read_or_reach(self):
        for words, complaint in (
            (("--lean", "slightly"), "--lean: Could not read"),
            (("--lean", "0.1"), "target_lean_rad: Bars of 12 to 80 mm"),
            (("--lean", "2", "--state", "towing"), "no state “towing”"),
        ):
            code, _, said = self.run_on(RIG, "size", *words)
            self.assertEqual(code, 2)
            self.assertIn(complaint, said)

    def test_bands_say_what_drives_them_in_the_trades_words(self):
        loose = fit_part(vehicle_c(), "rear.spring_base_m", Measured(1.0, tolerance=0.1))
        code, said, _ = self.run_on(RigFile(loose, SetUp(rear=choice())), "bands")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"(?m)^lean before, ° .*rear spring base$")
        self.assertRegex(said, r"(?m)^rear yield reserve after, × .*chosen rear steel's strength")
        code, said, _ = self.run_on(RIG, "bands", "--json")
        self.assertEqual(json.loads(said)[0]["drivers"], [])
        code, _, said = self.run_on(RIG, "bands", "--state", "towing")
        self.assertEqual((code, "no state “towing”" in said), (2, True))

    def test_rank_prints_reasons_marks_and_what_fails(self):
        rear = tuple(Candidate(f"R{d}", Action.SUPPLEMENT, fitted(d), 10.0 * d) for d in (25, 30))
        wishes = Wishes(lean_rad=float(np.radians(3.2)), share_loss=0.5, yield_reserve=0.5)
        code, said, _ = self.run_on(RankFile(vehicle_c(), (), rear, wishes), "rank")
        self.assertEqual(code, 0)
        self.assertIn("R25 at the rear is the cheapest", said)
        self.assertRegex(said, r"(?m)^>  keep +R25")
        self.assertRegex(said, r"(?m)^\W+keep +keep .*leans \d\.\d\d°, 3\.20° asked")
        harder = Wishes(lean_rad=0.001)
        code, said, _ = self.run_on(RankFile(vehicle_c(), (), rear, harder), "rank", "--json")
        self.assertEqual(code, 1, "nothing meets the wishes")
        self.assertIsNone(json.loads(said)["recommended"])

    def test_claim_says_which_reading_is_true(self):
        claim = ClaimFile(1.22, bar(28.6), bar(34.9))
        code, said, _ = self.run_on(claim, "claim")
        self.assertEqual(code, 0)
        self.assertIn("The claim of 122% holds", said)
        self.assertIn("diameters only", said)

    def test_respond_shows_before_and_after_of_every_manoeuvre(self):
        code, said, _ = self.run_on(RIG, "respond")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"gust +\d\.\d → +\d\.\d")
        code, said, _ = self.run_on(RIG, "respond", "--json", "--speed", "60")
        both = json.loads(said)
        self.assertLess(both["after"]["peak_lean_rad"][0], both["before"]["peak_lean_rad"][0])
        self.assertEqual(len(both["after"]["lean_rad"]), 9)
        code, _, said = self.run_on(RIG, "respond", "--speed", "900")
        self.assertEqual((code, "enter 10 to 200" in said), (2, True))

    def test_fit_prints_holes_and_gaps_and_stops_at_a_stop(self):
        near = obstacle(height_m=m(0.49))
        fine = FitFile(vehicle_c(), Fitting(rear=axle_fit(obstacles=(near,))), RIG.set_up)
        code, said, _ = self.run_on(fine, "fit")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"left +0\.0 +-1\.2 +88\.8 +1\.000")
        self.assertRegex(said, r"Pipe +\d+ +50 ")
        self.assertIn("FIX   Pipe at the rear: too near", said)
        code, said, _ = self.run_on(fine, "fit", "--json")
        self.assertEqual(len(json.loads(said)["rear"]["report"]["travel_m"]), 41)
        wrong = FitFile(vehicle_c(), Fitting(rear=axle_fit(both=pick(0.8))), RIG.set_up)
        code, said, _ = self.run_on(wrong, "fit", "--all")
        self.assertEqual(code, 1)
        self.assertIn("STOP  The left link at the rear does not go in", said)
        barless = FitFile(vehicle_c(), Fitting(front=axle_fit()))
        code, said, _ = self.run_on(barless, "fit")
        self.assertEqual((code, "choose one first" in said), (1, True))

    def run_road(self, text, *words):
        with tempfile.TemporaryDirectory() as folder:
            log = Path(folder) / "log.csv"
            log.write_text(text)
            with (
                contextlib.redirect_stdout(io.StringIO()) as out,
                contextlib.redirect_stderr(io.StringIO()) as err,
            ):
                code = main(["road", str(log), *words])
        return code, out.getvalue(), err.getvalue()

    def test_road_tells_the_gradient_another_logger_s_columns_and_why_there_is_none(self):
        text = (ROOT / "docs" / "example.road.csv").read_text()
        code, said, _ = self.run_road(text, "--json")
        told = json.loads(said)
        self.assertEqual((code, told["method"], told["refused"]), (0, "B", []))
        gradient = told["roll_gradient_deg_per_g"]
        self.assertTrue(gradient["low"] < 7.4 < gradient["high"], "what it was made with")
        theirs = text.replace("roll_angle_rad", "lean (rad)")
        columns = ("time_s", "lateral_acceleration_m_s2", "lean (rad)=roll_angle_rad")
        words = [f"--column={one if '=' in one else f'{one}={one}'}" for one in columns]
        self.assertEqual(self.run_road(theirs, *words)[0], 0)
        self.assertEqual(self.run_road(theirs)[:2][0], 1, "no roll is in it any more")
        code, _, said = self.run_road(text.replace(",0.0", ",fast", 1))
        self.assertEqual(code, 2)
        self.assertIn("which is no number", said)

    def test_road_compares_two_logs_and_holds_the_last_against_its_sheet(self):
        log, rig = (str(ROOT / "docs" / f"example.{one}") for one in ("road.csv", "rig.json"))
        text = Path(log).read_text()
        code, said, _ = self.run_road(text, log, "--json")
        told = json.loads(said)
        self.assertEqual((code, told["comparable"]), (0, []))
        self.assertAlmostEqual(told["ratio"]["value"], 1.0)
        self.assertEqual(told["before"], told["after"])
        code, said, _ = self.run_road(text, "--rig", rig, "--json")
        held = json.loads(said)
        self.assertEqual((code, held["verdict"]), (0, "better"))
        self.assertTrue(held["predicted"]["low"] < held["predicted"]["value"])
        self.assertGreater(len(held["explanations"]), 3)
        code, said, _ = self.run_road(text, log, "--rig", rig)
        self.assertIn("after over before", said)
        self.assertIn("Next: ", said)
        self.assertEqual(self.run_road(text, "--rig", log)[0], 2, "a log is no rig")
        self.assertEqual(self.run_road(text, "--rig", rig, "--state", "towing")[0], 2)

    def run_torque(self, *words):
        out, complaints = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(complaints):
            code = main(["torque", *words])
        return code, out.getvalue(), complaints.getvalue()

    def test_torque_prints_case_20_with_drills_and_a_wrench_that_is_longer(self):
        code, said, _ = self.run_torque("5/8-11", "8", "--extension", "400 mm", "200 mm")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"target +287\.\d N·m +211\.\d lbf·ft")
        self.assertRegex(said, r"wrench with extension +191\.\d N·m")
        code, said, _ = self.run_torque("M12", "8.8", "--json", "--run-down", "10 N·m")
        self.assertAlmostEqual(json.loads(said)["torque"]["target_n_m"], 98.0, delta=0.5)

    def test_torque_stops_over_the_proof_load_and_names_what_it_cannot_read(self):
        self.assertEqual(self.run_torque("M10", "8.8", "--sheet", "110 N·m")[0], 1)
        for words, complaint in (
            (("M11", "8.8"), "size: Read “M11”"),
            (("M10", "9"), "grade: Read “9”"),
            (("M10", "8.8", "--sheet", "much"), "sheet: Could not read"),
        ):
            code, _, said = self.run_torque(*words)
            self.assertEqual(code, 2)
            self.assertIn(complaint, said)

    def test_bad_files_are_told_by_line_and_field_for_every_command(self):
        plain = to_plain(RIG)
        plain["vehicle"]["wheelbase_m"]["value"] = -1
        for command, words in (("size", ("--lean", "3")), ("respond", ())):
            code, _, said = self.run_on(json.dumps(plain, indent=1).encode(), command, *words)
            self.assertEqual(code, 2)
            self.assertRegex(said, r"in\.json:\d+: vehicle\.wheelbase_m: Wheelbase reads")
        code, _, said = self.run_on(b"{", "rank")
        self.assertEqual((code, "Not JSON" in said), (2, True))

    def test_help_of_the_program_and_of_every_command_is_words(self):
        whole = self.help_of()
        self.assertIn("“x % stiffer”", " ".join(whole.split()))
        for command in re.search(r"\{(evaluate[\w,]+)\}", whole)[1].split(","):
            self.assertIn(f"usage: axlecore {command}", self.help_of(command))

    def test_units_preferred_are_said_and_meant_by_a_bare_number(self):
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            main(["--units", "inch", "torque", "M14x2", "10.9", "--sheet", "140"])
        self.assertIn("The sheet's 140 lbf·ft is", out.getvalue())

    def help_of(self, *words):
        out = io.StringIO()
        with contextlib.redirect_stdout(out), self.assertRaises(SystemExit) as left:
            main([*words, "--help"])
        self.assertEqual(left.exception.code, 0)
        self.assertNotIn("option_strings", out.getvalue())
        return out.getvalue()

    def test_schemas_of_all_files_are_printed(self):
        for name, title in (
            ("rig", "RigFile"),
            ("rank", "RankFile"),
            ("claim", "ClaimFile"),
            ("fit", "FitFile"),
            ("job", "JobFile"),
            ("board", "BoardFile"),
        ):
            out = io.StringIO()
            with contextlib.redirect_stdout(out):
                self.assertEqual(main(["schema", name]), 0)
            self.assertEqual(json.loads(out.getvalue())["title"], title)


class PublishedTests(unittest.TestCase):
    def test_the_examples_of_the_docs_are_what_the_program_prints(self):
        page = (ROOT / "docs" / "cli.md").read_text()
        examples = re.findall(r"(?ms)^```\n\$ axlecore (.*?)\n(.*?)^```$", page)
        self.assertEqual(len(examples), 11)
        for words, printed in examples:
            out = io.StringIO()
            with contextlib.redirect_stdout(out), contextlib.chdir(ROOT):
                main(words.split())
            self.assertEqual(out.getvalue(), printed, words)
