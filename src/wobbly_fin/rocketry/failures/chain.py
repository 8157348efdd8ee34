"""The chain of a failure: what led to what, from one root or several to what broke last, each link with its evidence."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.words import capital

PartState = Literal["held", "marked", "broke", "missing"]
PART_STATES: dict[PartState, str] = {"held": "held", "marked": "marked", "broke": "broke", "missing": "missing"}
MOST_LINKS = 24
_LONGEST = 300


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """One link.

    Parameters
    ----------
    key : str
        Of the link.
    says : str
        What happened.
    from_keys : tuple of str
        The links that led to it; a root has none.
    evidence : str
        What shows it.
    part : str
        Key of the part it happened to, empty: none.
    """

    key: str
    says: str
    from_keys: tuple[str, ...] = ()
    evidence: str = ""
    part: str = ""


def check_chain(links: Sequence[Link]) -> tuple[Link, ...]:
    """The chain in an order in which causes come before what they led to.

    Raises
    ------
    RocketryError
        Naming the link: said twice, leading from nowhere, going round in a circle, saying nothing.
    """
    if len(links) > MOST_LINKS:
        raise RocketryError("chain", f"has {len(links)} links; {MOST_LINKS} are plenty")
    by_key = {link.key: link for link in links}
    if len(by_key) != len(links):
        raise RocketryError("chain", "names a link twice")
    for i, link in enumerate(links):
        if not link.says.strip():
            raise RocketryError(f"chain.{i}.says", "is empty; say what happened")
        if len(link.says) > _LONGEST or len(link.evidence) > 4 * _LONGEST:
            raise RocketryError(f"chain.{i}.says", "is too long for one link; make two of it")
        for key in link.from_keys:
            if key not in by_key:
                raise RocketryError(f"chain.{i}.from_keys", f"{key!r} is no link of this chain")
    out: list[Link] = []
    left = dict(by_key)
    while left:
        ready = [link for link in left.values() if all(k not in left for k in link.from_keys)]
        if not ready:
            name = next(iter(left.values())).says
            raise RocketryError("chain", f"goes round in a circle at “{name[:60]}”: nothing can have caused itself")
        for link in ready:
            out.append(link)
            del left[link.key]
    return tuple(out)


def roots(links: Sequence[Link]) -> tuple[Link, ...]:
    """Links nothing led to."""
    return tuple(link for link in links if not link.from_keys)


def last(links: Sequence[Link]) -> tuple[Link, ...]:
    """Links that led to nothing more: what broke last."""
    before = {key for link in links for key in link.from_keys}
    return tuple(link for link in links if link.key not in before)


def proposed_chain(cause_key: str, evidence_for: Sequence[str] = ()) -> tuple[Link, ...]:
    """The usual chain of a cause, its root with what speaks for it.

    Raises
    ------
    RocketryError
        For a cause nobody knows.
    """
    cause = CAUSES.get(cause_key)
    if cause is None:
        raise RocketryError("cause", f"{cause_key!r} is no cause known here")
    links = []
    for n, says in enumerate(cause.leads_to):
        links.append(
            Link(
                key=f"{cause_key}-{n}",
                says=capital(says),
                from_keys=(f"{cause_key}-{n - 1}",) if n else (),
                evidence="; ".join(evidence_for) if n == 0 else "",
            )
        )
    return tuple(links)
