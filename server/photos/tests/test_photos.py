import io
import struct
import uuid
import zlib
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.core.files.storage import FileSystemStorage
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, connection
from django.test import override_settings
from django.test.utils import CaptureQueriesContext
from PIL import Image, PngImagePlugin

from photos.models import Photo
from shops.tests.people import TwoShops


def picture(size=(400, 300), form="JPEG", **save):
    """A made picture: left half dark, right half light, as bytes."""
    made = Image.new("RGB", size, "#202020")
    made.paste("#e0e0e0", (size[0] // 2, 0, *size))
    out = io.BytesIO()
    made.save(out, form, **save)
    return out.getvalue()


def turned_with_location():
    """A picture whose camera was held upright, with where it was taken."""
    exif = Image.Exif()
    exif[0x0112] = 6  # turn a quarter clockwise to see it
    exif.get_ifd(0x8825)[2] = (53.0, 12.0, 7.0)  # latitude
    return picture(exif=exif)


_SHARED = {
    **settings.STORAGES,
    "default": {"BACKEND": "django.core.files.storage.InMemoryStorage"},
}


class PhotoTests(TwoShops):
    def setUp(self):
        super().setUp()
        self.before = {*Path(settings.MEDIA_ROOT).rglob("*.jpg")}

    def stored(self):
        """The files that this test has kept so far."""
        return {*Path(settings.MEDIA_ROOT).rglob("*.jpg")} - self.before

    def upload(self, content, place="rear_bar", name="x.jpg", client=None, key=None):
        file = SimpleUploadedFile(name, content, "image/jpeg")
        return (client or self.client).post(
            f"/api/jobs/{self.job.pk}/photos",
            {"place": place, "key": key or uuid.uuid4(), "file": file},
        )

    def test_it_is_kept_wherever_the_storage_setting_says(self):
        with override_settings(STORAGES=_SHARED):
            kept = self.upload(picture()).json()
            given = self.client.get(f"/api/photos/{kept['id']}.jpg")
            self.assertTrue(b"".join(given.streaming_content).startswith(b"\xff\xd8"))
        self.assertEqual(self.stored(), set(), "nothing of it lies in the folder")
        # It is away from where it is looked for now.
        with self.assertLogs("calmaxle.files", "ERROR"):
            gone = self.client.get(f"/api/photos/{kept['id']}.jpg")
        self.assertEqual(gone.status_code, 404)

    def test_a_picture_is_turned_shrunk_and_stripped_of_where_it_was_taken(self):
        kept = self.upload(turned_with_location()).json()
        self.assertEqual((kept["width"], kept["height"]), (300, 400))
        answer = self.client.get(f"/api/photos/{kept['id']}.jpg")
        content = b"".join(answer.streaming_content)
        self.assertNotIn(b"Exif", content)
        seen = Image.open(io.BytesIO(content))
        # Turned clockwise, what was at the left is on top.
        self.assertLess(seen.getpixel((150, 40))[0], 80)
        self.assertGreater(seen.getpixel((150, 360))[0], 180)
        large = self.upload(picture((4000, 1000), "PNG")).json()
        self.assertEqual((large["width"], large["height"]), (1600, 400))

    def test_what_is_no_picture_is_refused_by_its_content_not_its_name(self):
        for content, words in (
            (b"<script>alert(1)</script>", "no picture"),
            (picture()[:400], "broken or cut off"),
            (picture(form="GIF"), "no picture"),
        ):
            answer = self.upload(content)
            self.assert_refused(answer, 422, "file", words)
        self.assert_refused(self.upload(b"0" * 15_000_001), 413, "file", "15 MB")
        self.assert_refused(self.upload(b"0" * 16_500_000), 413, "", "16 MB")
        self.assertEqual(Photo.objects.count(), 0)

    def test_any_claim_of_size_is_answered_and_none_is_believed(self):
        def claiming(width, height):
            head = struct.pack(">II", width, height) + bytes((8, 2, 0, 0, 0))
            chunk = b"IHDR" + head
            return (
                b"\x89PNG\r\n\x1a\n"
                + struct.pack(">I", len(head))
                + chunk
                + struct.pack(">I", zlib.crc32(chunk))
                + picture(form="PNG")[33:]
            )

        for width, height in ((30_000, 30_000), (2**31 - 1, 2**31 - 1), (6_000, 5_000)):
            self.assert_refused(self.upload(claiming(width, height)), 422, "file", "25 million")
        for width, height in ((0, 5), (2**32 - 1, 1)):
            self.assertEqual(self.upload(claiming(width, height)).status_code, 422)
        self.assertEqual(self.stored(), set())

    def test_a_cameras_picture_is_decoded_small_unless_it_comes_in_passes(self):
        large = picture((8000, 6000))
        kept = self.upload(large).json()
        self.assertEqual((kept["width"], kept["height"]), (1600, 1200))
        in_passes = picture((8000, 6000), progressive=True)
        self.assert_refused(self.upload(in_passes), 422, "file", "25 million")

    def test_nothing_but_pixels_is_kept(self):
        said = b"wren was here"
        text = PngImagePlugin.PngInfo()
        text.add_text("Comment", said.decode())
        for content in (
            picture(comment=said, icc_profile=said * 20, xmp=said),
            picture(form="PNG", pnginfo=text, icc_profile=said * 20),
            picture(form="WEBP", icc_profile=said * 20, xmp=said),
        ):
            self.assertEqual(self.upload(content).status_code, 201)
        for file in self.stored():
            content = file.read_bytes()
            for left in (said, b"ICC_PROFILE", b"http://ns.adobe", b"Exif"):
                self.assertNotIn(left, content)

    def test_a_picture_whose_row_fails_leaves_no_file(self):
        self.client.raise_request_exception = False
        with (
            mock.patch.object(Photo, "save", side_effect=IntegrityError),
            self.assertLogs("django.request", "ERROR"),
        ):
            self.assertEqual(self.upload(picture()).status_code, 500)
        self.assertEqual(self.stored(), set())
        with (
            mock.patch.object(FileSystemStorage, "_save", side_effect=OSError),
            self.assertLogs("django.request", "ERROR"),
        ):
            self.assertEqual(self.upload(picture()).status_code, 500)
        self.assertEqual(Photo.objects.count(), 0, "and a file that fails leaves no row")

    def test_a_place_that_is_not_on_the_list_is_refused(self):
        self.assert_refused(self.upload(picture(), place="moon"), 422, "place")

    def test_a_photo_is_taken_away_and_put_back(self):
        kept = self.upload(picture()).json()["id"]
        listed = f"/jobs/{self.job.pk}/photos"
        self.send("PATCH", f"/photos/{kept}", {"base_version": 1, "removed": True})
        self.assertEqual(self.send("GET", listed).json(), [])
        self.send("PATCH", f"/photos/{kept}", {"base_version": 2, "removed": False})
        self.assertEqual([photo["id"] for photo in self.send("GET", listed).json()], [kept])

    def test_a_picture_sent_again_after_a_lost_answer_is_kept_once(self):
        key = uuid.uuid4()
        first, again = (self.upload(picture(), key=key).json() for _ in range(2))
        self.assertEqual(first, again)
        self.assertEqual(Photo.objects.count(), 1)

    def test_listing_takes_a_fixed_number_of_queries(self):
        def queries():
            with CaptureQueriesContext(connection) as asked:
                self.send("GET", f"/jobs/{self.job.pk}/photos")
            return len(asked)

        self.upload(picture((40, 30)))
        one = queries()
        for _ in range(3):
            self.upload(picture((40, 30)))
        self.assertEqual(queries(), one)

    def test_two_marks_scale_the_side_picture(self):
        kept = self.upload(picture(), place="side").json()["id"]
        path = f"/photos/{kept}/marks"
        marked = self.send(
            "PATCH", path, {"base_version": 1, "marks": [[0.2, 0.8], [0.7, 0.8]]}
        ).json()
        self.assertEqual(marked["marks"], [[0.2, 0.8], [0.7, 0.8]])
        for marks in ([[0.2, 0.8]], [[0.2, 0.8], [1.2, 0.8]], [[0.2, 0.8], [0.2, 0.8]]):
            body = {"base_version": 2, "marks": marks}
            self.assert_refused(self.send("PATCH", path, body), 422, "marks")
        late = {"base_version": 1, "marks": [[0.1, 0.1], [0.9, 0.9]]}
        self.assert_refused(self.send("PATCH", path, late), 409, "marks")

    def test_nobody_of_another_shop_and_no_viewer(self):
        kept = self.upload(picture()).json()["id"]
        stranger, viewer = self.as_(self.stranger), self.as_(self.viewer)
        self.assertEqual(self.upload(picture(), client=stranger).status_code, 404)
        self.assert_refused(self.upload(picture(), client=viewer), 403, "role")
        writes = (
            (f"/photos/{kept}", {"base_version": 1, "removed": True}),
            (f"/photos/{kept}/marks", {"base_version": 1, "marks": [[0, 0], [1, 1]]}),
        )
        for path, body in writes:
            self.assertEqual(self.send("PATCH", path, body, stranger).status_code, 404)
            self.assert_refused(self.send("PATCH", path, body, viewer), 403, "role")
        for path in (f"/photos/{kept}.jpg", f"/jobs/{self.job.pk}/photos"):
            self.assertEqual(self.send("GET", path, None, stranger).status_code, 404)
            self.assertEqual(self.send("GET", path, None, viewer).status_code, 200)
