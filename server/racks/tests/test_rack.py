from django.db import IntegrityError, transaction

from axlecore.bar import bar_rates
from axlecore.errors import InputError
from racks.services import bar_of
from shops.tests.people import TwoShops, stock


class RackTests(TwoShops):
    def test_a_stored_bar_is_the_bar_that_was_put_there(self):
        bars = [bar_of(item) for item in self.bars]
        rates = bar_rates(bars, [0] * len(bars))
        self.assertEqual(sorted(rates), list(rates), "listed from thin to thick")
        self.assertEqual(bars[1].outside_diameter_m.typed, '1 1/4"')

    def test_a_bar_that_was_tampered_with_is_refused_at_its_field(self):
        self.bars[0].bar["bore_m"]["value"] = 0.5
        with self.assertRaises(InputError) as caught:
            bar_of(self.bars[0])
        self.assertEqual(caught.exception.field, "bore_m")

    def test_one_part_number_a_shop_but_two_shops_may_share_it(self):
        with self.assertRaises(IntegrityError), transaction.atomic():
            stock(self.shop, 1)
        self.assertEqual(stock(self.other_shop, 1)[0].part_number, self.bars[0].part_number)

    def test_the_short_list_of_one_shop_holds_none_of_another(self):
        stock(self.other_shop, 8)
        rows = self.client.get(f"/api/jobs/{self.job.pk}/short-list?action=supplement").json()
        self.assertEqual({row["id"] for row in rows}, {item.pk for item in self.bars})
        front = self.client.get(f"/api/jobs/{self.job.pk}/short-list?axle=front&action=supplement")
        self.assertEqual(front.json(), [])

    def test_asking_for_an_axle_or_action_that_is_none_is_refused(self):
        path = f"/api/jobs/{self.job.pk}/short-list"
        self.assert_refused(
            self.client.get(f"{path}?axle=tag&action=supplement"), 422, "axle", "front or rear"
        )
        self.assertEqual(self.client.get(f"{path}?action=weld").status_code, 422)
        self.assertEqual(self.client.get(path).status_code, 422)
