"""A request that is understood and refused."""


class Refused(Exception):
    """Refusal with the field it is about, a sentence, and the HTTP status."""

    def __init__(self, field: str, message: str, status: int) -> None:
        super().__init__(message)
        self.field = field
        self.status = status
