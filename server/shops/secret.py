"""Secret ends of addresses: for whoever is given one and does not sign in."""

from django.core import signing


class Secret:
    """Makes and opens the secret ends of one kind of address.

    Parameters
    ----------
    kind : str
        Of address; an end made for one kind opens none of another.
    """

    def __init__(self, kind: str) -> None:
        self._signer = signing.Signer(salt=f"calm axle {kind}", sep=".")

    def end_of(self, what: str) -> str:
        """Return the secret end that stands for something; only the server's key makes one."""
        return self._signer.sign(what)

    def stands_for(self, end: str) -> str | None:
        """Return what a secret end stands for; None where the server never made it."""
        try:
            return self._signer.unsign(end)
        except signing.BadSignature:
            return None
