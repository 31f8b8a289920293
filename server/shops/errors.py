"""A request that is understood and refused, and how that is answered."""

from django.http import JsonResponse


class Refused(Exception):
    """Refusal with the field it is about, a sentence, and the HTTP status."""

    def __init__(self, field: str, message: str, status: int) -> None:
        super().__init__(message)
        self.field = field
        self.status = status


def refusal(status: int, field: str, message: str) -> JsonResponse:
    """Return the answer to what is refused: which field, and a sentence.

    Parameters
    ----------
    status : int
        HTTP status.
    field : str
        What it is about; empty where it is about the whole.
    message : str
        What was read and what would be accepted.
    """
    return JsonResponse(
        {"detail": [{"field": field, "message": message}]},
        status=status,
        # Written as it is: a quantity in it is still to be turned.
        json_dumps_params={"ensure_ascii": False},
    )
