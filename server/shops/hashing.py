"""How passwords are kept."""

from django.contrib.auth.hashers import Argon2PasswordHasher


class Argon2(Argon2PasswordHasher):
    """Argon2id at 19 MiB and two passes: some 30 ms a sign-in, off the interpreter's lock.

    The least that OWASP's cheat sheet on password storage asks for; Django's own cost of 100 MiB
    would let a handful of sign-ins at once take the memory of a small server.
    """

    time_cost = 2
    memory_cost = 19_456
    parallelism = 1
