import uuid

from django.core.files.uploadedfile import SimpleUploadedFile

from photos.models import Attachment
from photos.tests.test_photos import picture
from shops.tests.people import TwoShops

PDF = b"%PDF-1.4\n1 0 obj << >> endobj\ntrailer << >>\n%%EOF\n"


class AttachmentTests(TwoShops):
    def attach(self, content, name="build sheet.pdf", client=None, key=None):
        file = SimpleUploadedFile(name, content, "application/octet-stream")
        return (client or self.client).post(
            f"/api/jobs/{self.job.pk}/attachments",
            {"place": name, "key": key or uuid.uuid4(), "file": file},
        )

    def listed(self, client=None):
        return [one["name"] for one in self.send("GET", self.path, None, client).json()]

    @property
    def path(self):
        return f"/jobs/{self.job.pk}/attachments"

    def test_a_pdf_is_kept_once_listed_and_only_ever_downloaded(self):
        key = uuid.uuid4()
        first = self.attach(PDF, key=key).json()
        self.assertEqual(self.attach(PDF, key=key).json()["id"], first["id"])
        self.assertEqual(self.listed(), ["build sheet.pdf"])
        answer = self.client.get(f"/api/attachments/{first['id']}/file")
        self.assertEqual(b"".join(answer.streaming_content), PDF)
        self.assertIn("attachment", answer["Content-Disposition"])
        self.assertEqual(answer["X-Content-Type-Options"], "nosniff")

    def test_a_picture_is_made_anew_and_what_is_neither_is_refused_by_its_content(self):
        self.assertEqual(self.attach(picture((40, 30)), "plate.png").json()["kind"], "image/jpeg")
        for content in (b"<html>%PDF-</html>", PDF[:20], b""):
            self.assert_refused(self.attach(content), 422, "file")
        self.assertEqual(Attachment.objects.count(), 1)

    def test_it_is_taken_away_and_put_back_by_the_shop_alone(self):
        kept = self.attach(PDF).json()["id"]
        path = f"/attachments/{kept}"
        for client, status in ((self.as_(self.stranger), 404), (self.as_(self.viewer), 403)):
            self.assertEqual(
                self.send("PATCH", path, {"removed": True}, client).status_code, status
            )
        self.assertEqual(self.attach(PDF, client=self.as_(self.viewer)).status_code, 403)
        self.send("PATCH", path, {"removed": True})
        self.assertEqual(self.listed(), [])
        self.send("PATCH", path, {"removed": False})
        self.assertEqual(self.listed(), ["build sheet.pdf"])
