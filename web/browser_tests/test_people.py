from django.contrib.sessions.models import Session

from browser_tests.browser import BrowserTestCase
from people.models import PeopleEvent
from people.tablets import set_number
from shops.models import Person

_NEW = "marsh-and-mudflat"


class PeopleTests(BrowserTestCase):
    at_yard = False

    def open_people(self) -> None:
        self.page.goto(f"{self.live_server_url}/people")
        self.page.get_by_role("heading", name="People").wait_for()

    def member(self, name: str):
        return self.page.get_by_role("listitem", name=name)

    def test_somebody_new_comes_by_a_link_and_is_seen_to_be_there(self):
        self.open_people()
        self.page.get_by_role("button", name="Invite with a code").click()
        link = self.page.get_by_text("/join#").inner_text()
        theirs = self.new_page()
        theirs.goto(link)
        theirs.get_by_role("button", name="Go on").click()
        theirs.get_by_text("You come to Saltgrass Chassis as a fitter.").wait_for()
        for label, typed in (("First name", "Dunlin"), ("Last name", "Reed")):
            theirs.get_by_label(label).fill(typed)
        theirs.get_by_label("Name to sign in with").fill("dunlin")
        theirs.get_by_label("Password").fill(_NEW)
        theirs.get_by_role("button", name="Come in").click()
        theirs.get_by_role("heading", name="Yard").wait_for()
        self.assertNotIn("join", theirs.url)

        self.open_people()
        self.member("Dunlin Reed").get_by_label("Role").select_option("viewer")
        self.page.get_by_text("What was changed of people").click()
        self.page.get_by_text("made dunlin a viewer, fitter before").wait_for()
        self.expected = ("401",)
        self.member("Dunlin Reed").get_by_role("button", name="Sign out there").click()
        theirs.get_by_role("link", name="Racks").click()
        theirs.get_by_label("Password").wait_for()
        theirs.context.close()

    def test_a_forgotten_password_is_chosen_anew_by_a_code(self):
        self.open_people()
        self.page.get_by_role("button", name="New password for Tern Oakes").click()
        code = self.page.get_by_test_id("code").inner_text()
        theirs = self.new_page()
        theirs.goto(self.live_server_url)
        theirs.get_by_role("button", name="I was given a code").click()
        theirs.get_by_label("Code").fill(code.lower())
        theirs.get_by_role("button", name="Go on").click()
        theirs.get_by_text("choose a new password, tern").wait_for()
        theirs.get_by_label("Password").fill(_NEW)
        theirs.get_by_role("button", name="Come in").click()
        theirs.get_by_role("heading", name="Yard").wait_for()
        self.assertTrue(Person.objects.get(username="tern").check_password(_NEW))
        theirs.context.close()

    def test_a_shop_keeps_a_lead(self):
        self.expected = ("409",)
        self.open_people()
        self.member("Wren Haldane").get_by_label("Role").select_option("viewer")
        self.page.get_by_text("A shop keeps a lead").wait_for()
        self.assertEqual(Person.objects.get(username="wren").role, "lead")

    def test_a_tablet_of_the_shop_is_handed_on_and_each_writes_in_their_name(self):
        self.expected = ("401",)
        for name, number in (("wren", "7412"), ("tern", "2580")):
            set_number(Person.objects.get(username=name), number)
        self.open_people()
        self.page.get_by_label("Name of this device").fill("Bay 1")
        self.page.get_by_role("button", name="Make this device the shop’s").click()
        self.page.get_by_role("button", name="No longer the shop’s: Bay 1").wait_for()
        self.page.get_by_role("button", name="Sign out", exact=True).click()

        self.page.get_by_role("button", name="Tern Oakes").click()
        self.page.get_by_label("Number of Tern Oakes").fill("1111")
        self.page.keyboard.press("Enter")
        self.page.get_by_text("That is not the number; 4 more tries.").wait_for()
        self.page.get_by_label("Number of Tern Oakes").fill("2580")
        self.page.keyboard.press("Enter")
        self.page.get_by_text("You took Bay 1 by your number.").wait_for()
        job = self.open_job("Orrery", "weigh")
        self.enter("rear.track_m", "1840 mm")
        self.until(lambda: self.sheet(job)["rear"]["track_m"]["value"] == 1.84)
        self.assertEqual(job.vehicle.revisions.order_by("-pk")[0].person.username, "tern")

        # Left alone, it asks again who is there; whoever takes it next sees the same page.
        Session.objects.all().delete()
        self.page.get_by_role("button", name="Wren Haldane").click()
        self.page.get_by_label("Number of Wren Haldane").fill("7412")
        self.page.get_by_role("button", name="Take the tablet").click()
        self.wait_for_text(self.place("rear.track_m"), "1\u202f840")
        self.page.get_by_role("button", name="Hand on").click()
        self.page.get_by_text("Bay 1, Saltgrass Chassis. Who takes it?").wait_for()

    def test_a_fitter_sees_only_what_is_their_own(self):
        self.sign_in(self.page, "tern")
        self.open_people()
        form = self.page.get_by_role("form", name="My number for the shop’s tablets")
        form.get_by_label("My password").fill("longcauseway")
        form.get_by_label("Number", exact=True).fill("2580")
        form.get_by_role("button", name="Set the number").click()
        self.page.get_by_text("From now on this number takes a tablet.").wait_for()
        self.assertEqual(self.page.get_by_role("button", name="Invite with a code").count(), 0)
        self.assertIn("set their number", self.rows(PeopleEvent).get().words)
