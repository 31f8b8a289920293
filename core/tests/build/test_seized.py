import unittest

from axlecore.build.seized import Burns, Freeing, SeizedBolt
from axlecore.build.steps import Records
from axlecore.errors import InputError
from axlecore.vehicle.rig import Action
from tests.build.jobs import planned, upgrade

OFF = "rear.brackets.off"


class SeizedTests(unittest.TestCase):
    def steps(self, *seized):
        job = upgrade(Action.REPLACE, seized=seized)
        return {step.key: step for step in planned(job).steps}

    def test_the_gentlest_way_comes_first_and_before_the_step_that_undoes_it(self):
        before, found = self.steps(), self.steps(SeizedBolt(OFF, "M10x1.5"))
        free = found[f"{OFF}.seized.0"]
        self.assertIn("soak", free.what)
        self.assertEqual(free.after, before[OFF].after)
        self.assertEqual(found[OFF].after, (*before[OFF].after, free.key))
        self.assertEqual(found.keys() - before.keys(), {free.key})

    def test_each_way_that_fails_leads_to_the_next_and_no_flame_comes_near_a_line(self):
        def way(*tried, near=()):
            return SeizedBolt(OFF, "M10x1.5", near, tried).next.way

        self.assertEqual(way(Freeing.SOAK), Freeing.WORK)
        self.assertEqual(way(Freeing.SOAK, Freeing.WORK), Freeing.HEAT)
        self.assertEqual(way(Freeing.SOAK, Freeing.WORK, near=(Burns.LINE,)), Freeing.CUT)
        self.assertEqual(way(*Freeing), Freeing.CUT)
        bolt = SeizedBolt(OFF, "M10x1.5", (Burns.TANK, Burns.LINE))
        heat = next(one for one in bolt.ladder if one.way is Freeing.HEAT)
        self.assertFalse(heat.possible)
        self.assertIn("tank, brake or fuel line", heat.why_not)

    def test_what_is_cut_is_photographed_and_bought_anew(self):
        tried = (Freeing.SOAK, Freeing.WORK, Freeing.HEAT)
        cut = self.steps(SeizedBolt(OFF, "M10x1.5", tried=tried))[f"{OFF}.seized.0"]
        self.assertEqual(cut.records, (Records.PHOTO,))
        self.assertIn("bolt and nut", cut.uses[-1].what)

    def test_a_bolt_without_a_size_is_refused_and_one_of_a_step_that_is_gone_adds_nothing(self):
        with self.assertRaises(InputError) as caught:
            SeizedBolt(OFF, " ")
        self.assertEqual(caught.exception.field, "size")
        self.assertEqual(self.steps(SeizedBolt("gone", "M8")), self.steps())
