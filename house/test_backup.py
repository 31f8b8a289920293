import contextlib
import os
import tempfile
import threading
import unittest
from pathlib import Path

import psycopg

from backup import backup, backups, check, permit, restore
from database import DATABASE, ROLE, Cluster


class DrillTests(unittest.TestCase):
    """A shop that writes rows with photos is backed up meanwhile, crashes, and is restored."""

    @classmethod
    def setUpClass(cls):
        cls.shop, cls.other = (Cluster(f"drill-{os.getpid()}-{name}") for name in "ab")
        for cluster in (cls.shop, cls.other):
            cluster.start()
            cls.addClassCleanup(cluster.remove)
        with cls.login(cls.shop) as there:
            there.execute("create table shops_shop (id int)")
            there.execute("insert into shops_shop values (1)")
            there.execute("create table photo (id int primary key)")

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    @staticmethod
    def login(cluster):
        facts = cluster.facts()
        return psycopg.connect(
            host="127.0.0.1",
            port=facts["port"],
            user=ROLE,
            password=facts["password"],
            dbname=DATABASE,
            autocommit=True,
        )

    def kept(self, cluster):
        with self.login(cluster) as there:
            rows = [number for (number,) in there.execute("select id from photo order by id")]
        return rows, {int(file.stem) for file in cluster.media.rglob("*.jpg")}

    def test_a_restored_copy_is_the_shop_as_it_was_acknowledged_at_one_moment(self):
        acknowledged, stop = [], threading.Event()
        self.shop.media.mkdir(parents=True, exist_ok=True)

        def write():
            # The crash ends it in the middle of one.
            with contextlib.suppress(psycopg.OperationalError), self.login(self.shop) as there:
                for number in range(100_000):
                    if stop.is_set():
                        return
                    (self.shop.media / f"{number}.jpg").write_bytes(b"%d" % number)
                    there.execute("insert into photo values (%s)", [number])
                    acknowledged.append(number)

        writer = threading.Thread(target=write)
        writer.start()
        while len(acknowledged) < 50:
            stop.wait(0.01)
        before = len(acknowledged)
        file = backup(self.shop, self.folder)
        after = len(acknowledged)
        self.assertGreater(after, before, "it was written to all the while")
        self.shop.crash()
        stop.set()
        writer.join()
        permit(self.other, file, over=False)
        restore(self.other, file)
        rows, photos = self.kept(self.other)
        self.assertEqual(rows, list(range(len(rows))), "one moment: nothing is missing in between")
        self.assertLessEqual(before, len(rows))
        self.assertLessEqual(len(rows), after + 1)
        self.assertLessEqual(set(rows), photos)
        self.assertEqual((self.other.media / "7.jpg").read_bytes(), b"7")
        self.shop.start()
        self.assertEqual(self.kept(self.shop)[0][: len(acknowledged)], acknowledged)

        with self.assertRaises(SystemExit) as caught:
            permit(self.other, file, over=False)
        self.assertIn("There is a shop here already", str(caught.exception))
        later = backup(self.shop, self.folder / "later")
        permit(self.other, later, over=True)
        restore(self.other, later)
        self.assertEqual(self.kept(self.other)[0], self.kept(self.shop)[0])
        self.assertTrue(list(self.other.home.glob("media.2*")), "set aside, not removed")

    def test_a_damaged_backup_is_told_from_a_good_one_before_anything_is_touched(self):
        self.shop.media.mkdir(parents=True, exist_ok=True)
        (self.shop.media / "100001.jpg").write_bytes(b"photo" * 1000)
        file = backup(self.shop, self.folder)
        self.assertIn("media/100001.jpg", check(file)["sums"])
        good = file.read_bytes()
        middle = good.index(b"photophoto")
        for bad in (
            good[:middle] + b"P" + good[middle + 1 :],
            good[: len(good) // 2],
            b"",
            b"no backup at all" * 100,
        ):
            file.write_bytes(bad)
            with self.assertRaises(SystemExit):
                permit(self.other, file, over=True)

    def test_the_newest_few_stay(self):
        for name in ("2001-01-01-000000", "2002-01-01-000000"):
            (self.folder / f"{name}.calm-axle.tar").touch()
        newest = backup(self.shop, self.folder, keep=2)
        self.assertEqual([one.name[:4] for one in backups(self.folder)], [newest.name[:4], "2002"])
        self.assertFalse(list(self.folder.glob("*.partial")))
