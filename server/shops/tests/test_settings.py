from shops.models import Person, Shop
from shops.tests.people import TwoShops, person


class SettingTests(TwoShops):
    def change(self, place, typed, instead_of, client=None):
        body = {"place": place, "typed": typed, "instead_of": instead_of}
        return self.send("PATCH", "/shop", body, client)

    def test_a_lead_changes_money_and_another_shop_keeps_its_own(self):
        self.assertEqual(self.change("currency", "CAD", "EUR").json()["currency"], "CAD")
        rate = self.change("labour", "1,250.50", "90.00")
        self.assertEqual(rate.json()["labour_cents_an_hour"], 125_050)
        self.assertEqual(Shop.objects.get(pk=self.other_shop.pk).currency, "EUR")
        theirs = self.send("GET", "/shop", None, self.as_(self.stranger)).json()
        self.assertEqual((theirs["currency"], theirs["labour_cents_an_hour"]), ("EUR", 9000))

    def test_only_a_lead_and_only_over_what_was_seen(self):
        fitter = self.as_(person(self.shop, "tern4", Person.Role.FITTER))
        self.assert_refused(self.change("currency", "CAD", "EUR", fitter), 403, "role")
        self.assert_refused(self.change("currency", "CAD", "USD"), 409, "instead_of", "meanwhile")
        self.assertEqual(Shop.objects.get(pk=self.shop.pk).currency, "EUR")
        self.change("currency", "CAD", "EUR")
        # Sent again after a lost answer, it holds already.
        self.assertEqual(self.change("currency", "CAD", "EUR").status_code, 200)

    def test_what_is_none_is_refused_with_what_would_be(self):
        for place, typed, field, words in (
            ("currency", "shells", "currency", "choose one of EUR"),
            ("labour", "dear", "labour", "enter an amount"),
            ("labour", "0", "labour", "up to 10,000"),
            ("alignment", "20,000", "alignment", "up to 10,000"),
            (
                "tea",
                "x",
                "place",
                "crew, recheck_distance, recheck_days, schools.",
            ),
            ("schools.grease", "lard", "grease", "choose one of"),
        ):
            self.assert_refused(self.change(place, typed, "EUR"), 422, field, words)
