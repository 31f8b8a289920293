import os
import time
from datetime import timedelta
from pathlib import Path
from uuid import uuid4

from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import SimpleUploadedFile

from photos.lost import drop_lost
from photos.models import Photo
from photos.tests.test_photos import picture
from shops.tests.people import TwoShops


class LostTests(TwoShops):
    def test_an_old_file_without_a_row_is_dropped_and_nothing_else(self):
        file = SimpleUploadedFile("x.jpg", picture((40, 30)), "image/jpeg")
        told = {"place": "side", "key": uuid4(), "file": file}
        self.client.post(f"/api/jobs/{self.job.pk}/photos", told)
        kept = Photo.objects.get().file.name
        folder = str(Path(kept).parent)
        lost, young = (
            default_storage.save(f"{folder}/{name}", ContentFile(b"x"))
            for name in ("lost.jpg", "young.jpg")
        )
        long_ago = time.time() - timedelta(days=2).total_seconds()
        for name in (kept, lost):
            os.utime(Path(settings.MEDIA_ROOT) / name, (long_ago, long_ago))
        self.assertGreaterEqual(drop_lost(), 1)
        self.assertEqual(
            [default_storage.exists(name) for name in (kept, young, lost)], [True, True, False]
        )
        default_storage.delete(young)
