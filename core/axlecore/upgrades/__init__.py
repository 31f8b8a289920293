"""What earlier versions wrote, brought to the names and shapes of this one, a frozen step each.

A step never changes once a version was released with it: stored documents were brought over by it,
each by the migration that names it, and files that somebody kept are brought over by all of them,
in order, when they are read. A new shape is a new step at the end of `STEPS`.
"""

from __future__ import annotations

from typing import Any

from axlecore.upgrades import axle_loads, words_of_the_trade

#: Oldest first. What a document was brought over by changes nothing the second time.
STEPS = (words_of_the_trade.brought_over, axle_loads.brought_over)
#: Counted up by each step; a document that is written now has this one.
DOCUMENT_VERSION = len(STEPS) + 1


def upgraded(document: Any) -> Any:
    """Return a document of any earlier version with the names and shapes of this one.

    Parameters
    ----------
    document : dict, list, str or number
        As an earlier version wrote it, or as this one does.
    """
    for step in STEPS:
        document = step(document)
    return document
