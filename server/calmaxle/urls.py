"""Addresses: the interface under /api/, everything else is the one page."""

from django.urls import path, re_path

from calmaxle.api import api
from calmaxle.health import health
from calmaxle.page import page, web_manifest, worker
from calmaxle.trust import authority_file, trust_page
from owners.report_views import calendar_feed, report_page, report_photo
from owners.views import quote_page, quote_photo

urlpatterns = [
    path("api/", api.urls),
    path("health", health),
    path("trust", trust_page),
    path("calm-axle-authority.crt", authority_file),
    path("sw.js", worker),
    path("app.webmanifest", web_manifest),
    path("quote/<str:token>", quote_page),
    path("quote/<str:token>/photo/<int:photo_id>.jpg", quote_photo),
    path("report/<str:token>", report_page),
    path("report/<str:token>/photo/<int:photo_id>.jpg", report_photo),
    path("calendar/<str:token>.ics", calendar_feed),
    # The page routes itself; whatever is not the interface or a file is the page.
    re_path(r"^(?!api/|static/).*$", page),
]

handler500 = "calmaxle.broken.broken"
