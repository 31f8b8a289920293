"""How a tablet comes to trust the certificate that a shop's own authority gave."""

import hashlib
import ssl

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from shops.files import download


@never_cache
@require_safe
def trust_page(request: HttpRequest) -> HttpResponse:
    """Show what to do on each kind of device, and what to compare first."""
    digest = hashlib.sha256(ssl.PEM_cert_to_DER_cert(_authority())).hexdigest().upper()
    pairs = [digest[at : at + 2] for at in range(0, len(digest), 2)]
    told = {"names": settings.ALLOWED_HOSTS, "fingerprint": ":".join(pairs)}
    return render(request, "trust.html", told)


@never_cache
@require_safe
def authority_file(request: HttpRequest) -> HttpResponse:
    """Give the authority's certificate, which is no secret."""
    return download(_authority(), "application/x-x509-ca-cert", "calm-axle-authority.crt")


def _authority() -> str:
    if settings.AUTHORITY is None or not settings.AUTHORITY.exists():
        raise Http404("This shop has a certificate that every device trusts.")
    return settings.AUTHORITY.read_text()
