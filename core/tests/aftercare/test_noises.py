import unittest

from axlecore.aftercare.noises import Found, Heard, Noticed, Since, causes, likely


class NoiseTests(unittest.TestCase):
    def test_each_trouble_leads_to_the_part_the_trade_would_name(self):
        for trouble, when, since, expected in (
            (Noticed.SQUEAK, Heard.SLOW_BUMPS, Since.WEEKS, "dry_bushing"),
            (Noticed.CLUNK, Heard.SLOW_BUMPS, Since.WEEKS, "link_joint"),
            (Noticed.CLUNK, Heard.BENDS, Since.WEEKS, "loose_bracket"),
            (Noticed.RATTLE, Heard.STANDING, Since.AT_ONCE, "loose_shield"),
            (Noticed.HUM, Heard.STANDING, Since.AT_ONCE, "exhaust_leak"),
            (Noticed.PULLS, Heard.STEADY, Since.AT_ONCE, "damper_off_centre"),
            (Noticed.LEANS, Heard.STANDING, Since.AT_ONCE, "preload"),
            (Noticed.HARSH, Heard.SLOW_BUMPS, Since.AT_ONCE, "expected"),
        ):
            with self.subTest(trouble=trouble, when=when):
                self.assertEqual(likely(trouble, when, since)[0].cause.key, expected)

    def test_shares_are_of_all_it_may_be_whatever_is_answered(self):
        for trouble in Noticed:
            self.assertTrue(causes([trouble]))
            for when in Heard:
                for since in Since:
                    found = likely(trouble, when, since)
                    self.assertAlmostEqual(sum(one.share for one in found), 1.0)
                    self.assertTrue(all(one.cause.check and one.cause.why for one in found))

    def test_what_it_turned_out_to_be_here_outweighs_the_start(self):
        args = Noticed.CLUNK, Heard.SLOW_BUMPS, Since.WEEKS
        record = [Found(Noticed.CLUNK, "washer_order", 60), Found(Noticed.RATTLE, "jam_nut", 9)]
        self.assertNotEqual(likely(*args)[0].cause.key, "washer_order")
        first = likely(*args, record)[0]
        self.assertEqual((first.cause.key, first.here, first.of), ("washer_order", 60, 60))
