"""Every kind of part says of each aspect how it is computed, or why there is none; a kind that says nothing is an error, never a zero."""

import re
from dataclasses import dataclass
from pathlib import Path
from typing import ClassVar

import pytest

import wobbly_fin
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.aspects import ASPECTS, UndeclaredError, undeclared, without
from wobbly_fin.rocketry.airframe.barrowman import PUSH, Push, cutout_cp_m, pressure
from wobbly_fin.rocketry.airframe.braking import DRAG, PartDrag
from wobbly_fin.rocketry.airframe.explain import without_sentences
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh, weigh_all
from wobbly_fin.rocketry.airframe.outline import OUTLINE, PartOutline, outlines
from wobbly_fin.rocketry.airframe.part_checks import CHECKS, Asked, Finding, part_findings
from wobbly_fin.rocketry.airframe.part_solids import SOLID, Stuff
from wobbly_fin.rocketry.airframe.parts import OLDER_TYPES, PART_TYPES, BodyTube, FinSet, NoseCone, Part
from wobbly_fin.rocketry.airframe.solids import Solid
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd
from wobbly_fin.rocketry.airframe.surfaces import SURFACE, Surface
from wobbly_fin.rocketry.assembly.finished import fixed
from wobbly_fin.rocketry.assembly.pieces import pieces_of
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.materials import Stores, materials
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Plan
from wobbly_fin.rocketry.proposing.price import price_of
from wobbly_fin.rocketry.templates.shapes import templates_of

KINDS = {**PART_TYPES, **OLDER_TYPES}
NOSE, TUBE = NoseCone(length_m=0.1, base_diameter_m=0.03), BodyTube(length_m=0.3, outer_diameter_m=0.03, inner_diameter_m=0.028)


@dataclass(frozen=True, slots=True, kw_only=True)
class Spoiler(Part):
    """A made-up kind of part: two plates that stand out of a tube."""

    TYPE: ClassVar[str] = "spoiler"
    WORD: ClassVar[str] = "spoiler"

    @property
    def axial_length_m(self) -> float:
        return 0.02


def with_spoiler() -> Airframe:
    return Airframe(stages=(Stage(id="", parts=(NOSE, TUBE, Spoiler(position_m=0.3, mass_kg=0.004))),))


@pytest.mark.parametrize("name", sorted(KINDS))
def test_every_kind_of_part_declares_every_aspect_with_words_for_what_there_is_none_of(name: str) -> None:
    assert undeclared([KINDS[name]]) == []
    said = without_sentences(KINDS[name])
    assert len(said) == len(without(KINDS[name])) and all(line[0].isupper() and line.endswith(".") for line in said)


@pytest.mark.parametrize("missing", sorted(ASPECTS))
def test_a_kind_that_says_nothing_of_one_aspect_is_named_with_it(missing: str, monkeypatch: pytest.MonkeyPatch) -> None:
    for aspect in ASPECTS.values():
        monkeypatch.setattr(aspect, "_known", dict(aspect._known))
        if aspect.name != missing:
            aspect.none("small", Spoiler)
    assert undeclared([*KINDS.values(), Spoiler]) == [("spoiler", missing)]
    layout = lay_out(with_spoiler())
    asked = {
        "solid": weigh, "push": pressure, "drag": cruise_cd, "outline": outlines, "checks": lambda laid: list(part_findings(laid, Asked())),
        "surface": cutout_cp_m, "template": templates_of,
        "section": lambda laid: pieces_of(laid), "held": lambda laid: fixed(laid, frozenset()),
        "price": lambda laid: price_of(laid.placed[-1].part),
        "stock": lambda laid: materials(Bench.of(with_spoiler(), Schools(origin="scratch")), Plan(steps=[], remarks=[]), Stores()),
    }  # fmt: skip
    with pytest.raises(UndeclaredError, match=f"spoiler declares no {missing}"):
        asked[missing](layout)  # type: ignore[operator]


def test_what_a_kind_declares_is_what_is_weighed_pushed_braked_and_drawn(monkeypatch: pytest.MonkeyPatch) -> None:
    for aspect in ASPECTS.values():
        monkeypatch.setattr(aspect, "_known", dict(aspect._known))
    SOLID.of(Spoiler)(lambda layout, p: Stuff(Solid(1e-6, 0.005, 1e-10, 2e-10), 0.02))
    PUSH.of(Spoiler)(lambda layout, p, reference, mach, flags: Push(index=p.index, cn_alpha_per_rad=6.0, cp_m=p.fore_m + 0.01))
    DRAG.of(Spoiler)(
        lambda layout, p, air: PartDrag(index=p.index, friction=0 * air.mach, pressure=0 * air.mach + 0.25, base=0 * air.mach)
    )
    OUTLINE.of(Spoiler)(lambda layout, p: PartOutline(index=p.index, profile=((p.fore_m, 0.0), (p.aft_m, 0.02))))
    SURFACE.of(Spoiler)(lambda layout, p: Surface(2, 0.0004, 0.01, 0.0016, 0.01))
    CHECKS.of(Spoiler)(lambda layout, p, asked: iter([Finding(code="fin_on_nose", severity="mend", index=p.index)]))
    bare, layout = lay_out(Airframe(stages=(Stage(id="", parts=(NOSE, TUBE)),))), lay_out(with_spoiler())
    assert [f.index for f in part_findings(layout, Asked()) if f.code == "fin_on_nose"] == [2]
    row = weigh(layout)[2]
    # 4 g on a cubic centimetre: 4000 kg/m³ times its integrals, and 4 g on a ring of 20 mm.
    assert (row.cg_m, row.axial_kg_m2) == (pytest.approx(0.305), pytest.approx(4000 * 1e-10 + 0.004 * 0.02**2))
    # Of a ring half counts across it, whichever way one looks.
    assert row.transverse_kg_m2 == pytest.approx(4000 * 2e-10 + 0.004 * 0.02**2 / 2)
    nose = 2.0  # of a nose as wide as the body, whatever its shape
    found = pressure(layout)
    assert found.cn_alpha_per_rad == pytest.approx(nose + 6.0)
    assert found.cp_m == pytest.approx((nose * pressure(bare).cp_m + 6.0 * 0.31) / (nose + 6.0))
    assert cruise_cd(layout) == pytest.approx(cruise_cd(bare) + 0.25)
    seen = 2 / 3 * 0.1 * 0.03 + 0.3 * 0.03  # of an ogive nearly two thirds, and the tube
    assert cutout_cp_m(layout) == pytest.approx((seen * cutout_cp_m(bare) + 2 * 0.0004 * 0.31) / (seen + 2 * 0.0004), rel=0.002)
    assert outlines(layout)[-1].profile == ((0.3, 0.0), (pytest.approx(0.32), 0.02))


# Lines that ask a part for its kind instead of an aspect for the part. It only ever falls: lower it when you take some away.
ASKING = 208


def test_no_more_lines_ask_a_part_for_its_kind_than_did() -> None:
    names = "|".join(k.__name__ for k in KINDS.values())
    asks = re.compile(
        rf"isinstance\([^)]*\b(?:{names})\b|[a-z)]\.of\((?:{names})\b|holds\([^)]*\b(?:{names})\b|TYPE (?:in|==|!=) "
    )
    source = Path(wobbly_fin.__file__).parent
    found = sum(1 for file in source.rglob("*.py") for line in file.read_text(encoding="utf-8").splitlines() if asks.search(line))
    assert found == ASKING


def test_fins_nobody_told_the_stuff_of_are_guessed_by_their_volume() -> None:
    """Three rectangles of 60 × 40 × 2 mm at 600 kg/m³, square edges: 8.64 g."""
    fins = FinSet(count=3, root_chord_m=0.06, tip_chord_m=0.06, span_m=0.04, sweep_m=0.0, thickness_m=0.002, position_m=0.3)
    row = weigh_all(lay_out(Airframe(stages=(Stage(id="", parts=(NOSE, TUBE, fins)),))))[2]
    assert (row.mass_kg, row.source) == (pytest.approx(8.64e-3), "guessed") and row.sigma_kg == pytest.approx(0.6 * 8.64e-3)
