"""The shop's record of old fasteners over HTTP, beside the starting values it replaces."""

from ninja import Router, Schema

from axlecore.build.snapping import Chance, Tally, chance_of
from axlecore.practice.look import Rust
from jobs.bolts import count_bolts, tally_of
from jobs.models import BoltTally
from shops.requests import PersonRequest, writer

router = Router(tags=["build"])


class BoltsOut(Schema):
    tally: Tally
    #: Starting value, own record, and what counts.
    chance: Chance


class BoltsIn(Schema):
    rust: Rust
    size: str
    hidden: bool = False
    thread_lock: bool = False
    soaked: bool = False
    came_off: int
    snapped: int


@router.get("/shop/bolts", response=list[BoltsOut], operation_id="list_bolts")
def get_bolts(request: PersonRequest) -> list[BoltsOut]:
    rows = BoltTally.objects.filter(shop=request.user.shop_id)
    tallies = [tally_of(row) for row in rows.order_by("rust", "size", "hidden", "pk")]
    return [BoltsOut(tally=tally, chance=chance_of(tally.fastener, tallies)) for tally in tallies]


@router.put("/shop/bolts", response=list[BoltsOut], operation_id="count_bolts")
def put_bolts(request: PersonRequest, body: BoltsIn) -> list[BoltsOut]:
    count_bolts(writer(request), Tally(**body.dict()))
    return get_bolts(request)
