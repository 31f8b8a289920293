"""Where core would put the jobs of a board: solved by the workers, kept by what stands there."""

from collections.abc import Callable
from functools import lru_cache

import orjson
from django.http import HttpResponse
from ninja import Schema

from axlecore.build.board import Board, NoBoardError, solve_board
from axlecore.build.board_file import BoardFile
from axlecore.formats import from_plain, to_json, to_plain
from shops.models import Person
from shops.requests import PersonRequest
from tasks.handing import handed_over, told
from tasks.kinds import Progress, kind
from tasks.models import Task, TaskState

#: A board that is asked about again is not solved again.
solved = lru_cache(maxsize=64)(solve_board)

_NOTHING = Board([], 0.0, True, 0.0, [])


class ProposalOut(Schema):
    """What core would do with a board."""

    #: Of what stands there, to be sent with taking it.
    seen: str
    proposal: Board
    #: Why there is no proposal; empty where there is one.
    no_room: str


def _no_bay(seen: str) -> ProposalOut:
    said = "There is no bay yet: a lead adds one on the board."
    return ProposalOut(seen=seen, proposal=_NOTHING, no_room=said)


def proposal_told(
    request: PersonRequest,
    asked: BoardFile | None,
    seen: str,
    finished: Callable[[ProposalOut], HttpResponse],
) -> HttpResponse:
    """Return what is made of a board's proposal, or how far that is."""
    if asked is None:
        return finished(_no_bay(seen))
    task = _task(request.user, asked, seen)
    return told(request, task, lambda answer: finished(ProposalOut.model_validate_json(answer)))


def _task(person: Person, asked: BoardFile, seen: str) -> Task:
    said = orjson.dumps({"seen": seen, "board": to_plain(asked)})
    return handed_over(person, PROPOSAL, ["proposal", seen], said)


def proposal_now(person: Person, asked: BoardFile | None, seen: str) -> ProposalOut:
    """Return what is proposed for a board; where nobody has worked it out yet, it is now."""
    if asked is None:
        return _no_bay(seen)
    task = _task(person, asked, seen)
    if task.state != TaskState.DONE:
        return _proposal(asked, seen)
    return ProposalOut.model_validate_json(bytes(task.answer or b""))


def _proposal(asked: BoardFile, seen: str) -> ProposalOut:
    try:
        return ProposalOut(seen=seen, proposal=solved(asked), no_room="")
    except NoBoardError as error:
        return ProposalOut(seen=seen, proposal=_NOTHING, no_room=str(error))


@kind("proposal", "The board’s proposal", loads=("scipy.optimize",))
def PROPOSAL(asked: bytes, progress: Progress) -> bytes:  # noqa: N802 - a kind of work, a constant
    """Solve what was asked."""
    said = orjson.loads(asked)
    progress(0, 1, "Giving each job a bay and a time")
    return to_json(_proposal(from_plain(said["board"], BoardFile), said["seen"]))
