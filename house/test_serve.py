import json
import os
import socket
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import database
import serve


class SayingTests(unittest.TestCase):
    def test_what_is_left_empty_says_nothing(self):
        said = serve.named(["to=", "keep=14", "file=/mnt/a b=c.tar"])
        self.assertEqual(said, {"keep": "14", "file": "/mnt/a b=c.tar"})


class ClusterTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.home = Path(folder.name)
        home = mock.PropertyMock(return_value=self.home)
        self.enterContext(mock.patch.object(database.Cluster, "home", home))
        self.cluster = database.Cluster("somebody's")
        self.cluster.data.mkdir()

    def test_facts_are_kept_whole_and_for_the_owner_only(self):
        self.cluster._keep({"port": "1", "password": "p", "secret_key": "s"})
        self.assertEqual(os.stat(self.cluster.facts_file).st_mode & 0o777, 0o600)
        self.assertEqual(self.cluster.environment()["CALM_AXLE_DATABASE_PORT"], "1")
        self.assertEqual(list(self.cluster.data.iterdir()), [self.cluster.facts_file])

    def test_a_port_that_somebody_took_is_given_up_for_another(self):
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = str(taken.getsockname()[1])
            self.cluster._keep({"port": port, "password": "p"})
            self.cluster._free_port()
        facts = json.loads(self.cluster.facts_file.read_text())
        self.assertNotEqual(facts["port"], port)
        self.assertEqual(facts["password"], "p")

    def test_a_half_made_folder_is_made_anew(self):
        (self.cluster.data / "half").touch()
        with mock.patch.object(database.Cluster, "_guarded_as_postgres") as programs:

            def initdb(*words):
                (self.home / "data.partial").mkdir()
                return 0, ""

            programs.side_effect = initdb
            with mock.patch.object(database.shutil, "chown"):
                self.cluster._make()
        self.assertEqual(list(self.cluster.data.iterdir()), [self.cluster.facts_file])
        self.assertFalse((self.home / "password").exists())
        self.assertIn("scram-sha-256", str(programs.call_args))

    def test_waiting_for_a_port_ends(self):
        self.assertFalse(database.wait_for_port(database.free_port(), 0.2))
        with socket.socket() as open_port:
            open_port.bind(("127.0.0.1", 0))
            open_port.listen()
            self.assertTrue(database.wait_for_port(open_port.getsockname()[1], 5))
