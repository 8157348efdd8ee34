"""A picture as it is sent: millimetres, x to the right, y up."""

from pydantic import BaseModel

from wobbly_fin.rocketry.templates.picture import Picture
from wobbly_fin.rocketry.templates.template import Arc, Circle


class FilledOut(BaseModel):
    """An area of one stuff. [mm]"""

    stuff: str
    points: list[list[float]]


class PictureLineOut(BaseModel):
    """A line. [mm]"""

    points: list[list[float]]
    layer: str
    closed: bool


class PictureCircleOut(BaseModel):
    """A circle or an arc. [mm], [degrees]"""

    centre: list[float]
    radius: float
    layer: str
    start_deg: float | None = None
    end_deg: float | None = None


class PictureWordsOut(BaseModel):
    """A text round a point. [mm]"""

    at: list[float]
    text: str
    size: float
    turned_deg: float


class PictureOut(BaseModel):
    """A step's picture: x to the right, y up. `says` is its text twin."""

    says: str
    box: list[float]
    lines: list[PictureLineOut]
    circles: list[PictureCircleOut]
    words: list[PictureWordsOut]
    filled: list[FilledOut]


_LETTER = 0.29  # half a letter's width against its height, for the box round words


def picture_out(picture: Picture) -> PictureOut:
    """A picture with the box it fills."""
    xs: list[float] = []
    ys: list[float] = []
    for points in (*(p.points for p in picture.paths), *(f.points for f in picture.filled)):
        xs += [x for x, _ in points]
        ys += [y for _, y in points]
    rounds: list[Circle | Arc] = [*picture.circles, *picture.arcs]
    for c in rounds:
        xs += [c.centre[0] - c.radius, c.centre[0] + c.radius]
        ys += [c.centre[1] - c.radius, c.centre[1] + c.radius]
    if picture.arcs and picture.paths:
        # A development's centre lies far off the paper: its own lines say how large it is.
        ends = [a.at(d) for a in picture.arcs for d in (a.start_deg, (a.start_deg + a.end_deg) / 2, a.end_deg)]
        xs = [x for x, _ in ends] + [x for p in picture.paths for x, _ in p.points]
        ys = [y for _, y in ends] + [y for p in picture.paths for _, y in p.points]
    for w in picture.words:
        across, high = len(w.text) * w.size * _LETTER, w.size * 0.7
        if abs(w.turned_deg) % 180 > 45:
            across, high = high, across
        xs += [w.at[0] - across, w.at[0] + across]
        ys += [w.at[1] - high, w.at[1] + high]
    return PictureOut(
        says=picture.says,
        box=[min(xs), min(ys), max(xs), max(ys)],
        lines=[PictureLineOut(points=[_round(q) for q in p.points], layer=p.layer, closed=p.closed) for p in picture.paths],
        circles=[PictureCircleOut(centre=_round(c.centre), radius=round(c.radius, 2), layer=c.layer) for c in picture.circles]
        + [
            PictureCircleOut(
                centre=_round(a.centre), radius=round(a.radius, 2), layer=a.layer, start_deg=a.start_deg, end_deg=a.end_deg
            )
            for a in picture.arcs
        ],
        words=[PictureWordsOut(at=_round(w.at), text=w.text, size=w.size, turned_deg=w.turned_deg) for w in picture.words],
        filled=[FilledOut(stuff=f.stuff, points=[_round(q) for q in f.points]) for f in picture.filled],
    )


def _round(point: tuple[float, float]) -> list[float]:
    return [round(point[0], 2), round(point[1], 2)]
