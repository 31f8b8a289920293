import json
import shutil
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import database
import place


class PlaceTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.root = Path(folder.name)
        self.enterContext(mock.patch.object(place, "ROOT", self.root))
        self.enterContext(mock.patch.object(place, "WRITTEN", self.root / ".place.json"))
        self.enterContext(mock.patch.object(place, "reachable", return_value=True))
        self.enterContext(mock.patch.dict("os.environ"))

    def refused(self, words):
        with self.assertRaises(SystemExit) as caught:
            place.place()
        self.assertIn(words, str(caught.exception))

    def test_it_is_chosen_once_and_found_again_apart_from_what_is_built(self):
        first = place.place()
        self.assertEqual(first, self.root / ".data")
        with mock.patch.dict("os.environ", CALM_AXLE_DATA=str(self.root / "elsewhere")):
            self.assertEqual(place.place(), first, "written down once")

    def test_a_folder_may_be_named_at_the_first_start_and_is_taken_up_by_the_next_checkout(self):
        named = self.root / "disk"
        with mock.patch.dict("os.environ", CALM_AXLE_DATA=str(named)):
            place.place()
            place.note_made("demo")
            place.WRITTEN.unlink()
            self.assertEqual(place.place(), named)
            self.assertTrue(place.was_made("demo"))

    def test_a_folder_that_holds_something_else_is_not_taken(self):
        (self.root / "disk").mkdir()
        (self.root / "disk" / "letters").touch()
        with mock.patch.dict("os.environ", CALM_AXLE_DATA=str(self.root / "disk")):
            self.refused("something else")

    def test_a_place_that_cannot_be_reached_is_an_error_and_nothing_is_begun(self):
        found = place.place()
        shutil.rmtree(found)
        self.refused("cannot be read")
        self.assertFalse(found.exists())
        found.mkdir()
        (found / place.MARK).write_text(json.dumps({"mark": "another", "made": []}))
        self.refused("another shop")

    def test_a_database_that_is_gone_is_not_made_anew(self):
        place.place()
        place.note_made("demo")
        with (
            mock.patch.object(database.Cluster, "_as_postgres") as programs,
            self.assertRaises(SystemExit) as caught,
        ):
            database.Cluster("demo").start()
        self.assertIn("a new one is not made", str(caught.exception))
        place.note_lost("demo")
        self.assertFalse(place.was_made("demo"), "unless it is said that it is lost")
        programs.assert_not_called()
