"""Codes that are read out and typed, and their digests."""

import hashlib
import secrets

#: Digits and letters that nobody mixes up; what is mixed up all the same is read as meant.
_LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ"
_AS_MEANT = str.maketrans("OIL", "011", " -")
_LENGTH = 10


def new_code() -> str:
    """Return a code of 50 bits, such as ``7Q2XM-4KD9T``."""
    letters = "".join(secrets.choice(_LETTERS) for _ in range(_LENGTH))
    return f"{letters[:5]}-{letters[5:]}"


def digest_of(code: str) -> str:
    """Return what is kept of a code, however it was typed."""
    return secret_digest(code.upper().translate(_AS_MEANT))


def secret_digest(secret: str) -> str:
    """Return what is kept of a secret that is long enough not to be guessed."""
    return hashlib.sha256(secret.encode()).hexdigest()
