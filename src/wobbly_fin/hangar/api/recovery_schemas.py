"""What the Recovery station says."""

import uuid
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field, StringConstraints

from wobbly_fin.formats.pictures import PictureOut

Typed = Annotated[str, StringConstraints(max_length=80)]


class BayLayerOut(Schema):
    """Something in the bay; `depth_m` is its top below the tube's edge. [m]"""

    what: str
    length_m: float
    depth_m: float
    said: str


class LinkOut(Schema):
    """A link of the chain, from the canopy down."""

    name: str
    kind: str
    said: str
    safety: float
    weakest: bool


class LoadCaseOut(Schema):
    """One ejection."""

    name: str
    speed: str
    sentence: str
    links: list[LinkOut]


class CanopyOptionOut(Schema):
    """A canopy from stores in this rocket."""

    name: str
    rate: str
    energy: str
    drift: str
    fit: str
    verdict: Literal["good", "slow", "fast"]


class CardStepOut(Schema):
    """A drawing of the packing card."""

    title: str
    text: str
    check: str
    caution: str
    picture: PictureOut


class OptionOut(Schema):
    """One of several."""

    key: str
    label: str


class RecoveryOut(Schema):
    """The Recovery station."""

    rocket_id: uuid.UUID
    revision: int
    landing: str
    verdict: Literal["good", "warn", "no"]
    fit: str
    fits: str
    cord: str
    fault: str
    zips: str
    cd: str
    bay_length_m: float
    bay_fore_m: float
    bore_m: float
    layers: list[BayLayerOut]
    cases: list[LoadCaseOut]
    exposed: list[str]
    burns: bool
    charge: list[str]
    vents: list[str]
    options: list[CanopyOptionOut]
    card: list[CardStepOut]
    protection: str
    wadding: str
    fold: str
    first: str
    main_height: str
    at_apogee: bool
    protections: list[OptionOut]
    folds: list[OptionOut]
    firsts: list[OptionOut]
    motor: str


class RecoveryIn(Schema):
    """Some boxes of how it is let down and packed; others stay. Heights as typed."""

    told: Annotated[dict[str, bool | Typed | None], Field(max_length=10)]
