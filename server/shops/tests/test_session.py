from datetime import timedelta

from axes.models import AccessAttempt
from django.test import Client, override_settings
from django.utils import timezone

from shops.tests.people import PASSWORD, TwoShops


class SignInTests(TwoShops):
    def sign_in(self, password, name="lead", address="127.0.0.1"):
        body = {"username": name, "password": password}
        return self.send("POST", "/session", body, Client(REMOTE_ADDR=address))

    def setUp(self):
        pass

    def test_the_right_password_opens_and_says_who_and_where(self):
        body = {"username": "lead", "password": PASSWORD}
        self.assertEqual(self.send("POST", "/session", body).json()["shop"], "Here")
        self.assertEqual(self.client.get("/api/session").json()["role"], "lead")
        self.send("DELETE", "/session")
        self.assertIsNone(self.client.get("/api/session").json())

    def test_the_wrong_one_is_refused_in_words(self):
        self.assert_refused(self.sign_in("wrong"), 401, "password", "do not match")

    def test_five_failures_lock_even_the_right_password_out(self):
        for _ in range(5):
            self.sign_in("wrong")
        self.assert_refused(self.sign_in(PASSWORD), 429, "password", "Wait ten minutes")

    def test_a_name_guessed_from_many_addresses_is_slowed_not_locked(self):
        for number in range(12):
            self.sign_in("wrong", address=f"10.0.0.{number}")
        self.assert_refused(self.sign_in(PASSWORD, address="10.0.1.1"), 429, "password", "wait 2 s")
        self.assertEqual(self.sign_in(PASSWORD, "viewer", "10.0.1.1").status_code, 200)
        AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(seconds=5))
        self.assertEqual(self.sign_in(PASSWORD, address="10.0.1.1").status_code, 200)

    def test_many_names_guessed_from_one_address_are_slowed(self):
        for number in range(31):
            self.sign_in("wrong", f"name {number}", "10.0.0.1")
        self.assert_refused(self.sign_in(PASSWORD, address="10.0.0.1"), 429, "password", "wait 2 s")
        self.assertEqual(self.sign_in(PASSWORD, address="10.0.0.2").status_code, 200)

    @override_settings(TRUSTED_PROXIES={"10.9.9.9"})
    def test_only_the_named_proxy_is_believed_whose_request_it_is(self):
        for server, named, seen in (
            ("10.9.9.9", "192.0.2.7", "192.0.2.7"),
            ("10.9.9.9", "198.51.100.1, 192.0.2.7", "192.0.2.7"),
            ("10.9.9.9", "nonsense", "10.9.9.9"),
            ("10.1.1.1", "192.0.2.7", "10.1.1.1"),
        ):
            AccessAttempt.objects.all().delete()
            self.send(
                "POST",
                "/session",
                {"username": "lead", "password": "wrong"},
                Client(REMOTE_ADDR=server),
                {"X-Forwarded-For": named},
            )
            self.assertEqual(AccessAttempt.objects.get().ip_address, seen, (server, named))

    def test_a_request_without_the_token_is_refused(self):
        client = Client(enforce_csrf_checks=True)
        self.assertEqual(self.send("POST", "/session", {}, client).status_code, 403)
        client.force_login(self.lead)
        self.assertEqual(self.sheet_edit("wheelbase_m", "4 m", client=client).status_code, 403)

    def test_every_address_but_the_session_needs_a_sign_in(self):
        stranger = Client()
        for method, path in (
            ("GET", "/jobs"),
            ("POST", "/jobs"),
            ("GET", f"/jobs/{self.job.pk}"),
            ("GET", f"/jobs/{self.job.pk}/assessment"),
            ("PATCH", f"/jobs/{self.job.pk}/sheet"),
            ("GET", f"/jobs/{self.job.pk}/short-list"),
            ("GET", f"/jobs/{self.job.pk}/rig.json"),
        ):
            self.assertEqual(self.send(method, path, {}, stranger).status_code, 401, path)


class PageTests(TwoShops):
    def test_the_page_has_a_strict_policy_and_loads_nothing_from_outside(self):
        answer = self.client.get("/jobs/1/weigh")
        policy = answer["Content-Security-Policy"]
        # The middleware writes its directives in any order.
        directives = dict(part.strip().split(" ", 1) for part in policy.split(";"))
        self.assertEqual(directives["default-src"], "'none'")
        self.assertEqual(directives["script-src"], "'self'")
        self.assertNotIn("unsafe", policy)
        self.assertNotRegex(answer.content.decode(), r"(src|href)=\"(https?:)?//")
        self.assertEqual(answer["X-Frame-Options"], "DENY")
