"""Paint: weight against area by hand, masks measured back from the sheet, colours in the order they go on, and how well they are seen."""

import math
from dataclasses import replace

import pytest

from tests.rocketry.templates.test_templates import extent, pdf_paths
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.paint import COLOURS, GROUNDS, Paint, difference, light_first, read_paint, seen_against
from wobbly_fin.rocketry.airframe.parts import Allowance, BodyTube
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.masks import OVERLAP_MM, mask_template, second_fields
from wobbly_fin.rocketry.templates.pdf import write_pdf

LONG, WIDE = 0.15, 0.04


def tube(paint: str) -> Airframe:
    body = BodyTube(id="body", length_m=LONG, outer_diameter_m=WIDE, inner_diameter_m=0.038, material="paper-tube", paint=paint)
    return Airframe(stages=(Stage(parts=(body, Allowance(id="paint", parent="body", kind="paint", coats=3))),))


def paint_kg(paint: str) -> float:
    return weigh(lay_out(tube(paint)))[1].mass_kg


@pytest.mark.parametrize(
    ("paint", "coats"),
    [
        ("", 3.0),
        ("white", 3.0),
        ("white/bands/red/3", 3 + 2 * 3 / 7),
        ("white/stripes/red/4", 4.0),
        ("white/roll/black/5", 4.0),
        ("white/halves/blue", 4.0),
    ],
)
def test_paint_weighs_its_coats_over_the_skin(paint: str, coats: float) -> None:
    """π · 40 mm · 150 mm = 0.0188 m², 30 g/m² a coat; the second colour goes on twice where it goes."""
    assert paint_kg(paint) == pytest.approx(coats * 0.030 * math.pi * WIDE * LONG)


@pytest.mark.parametrize(("pattern", "share"), [("bands", 3 / 7), ("stripes", 0.5), ("roll", 0.5), ("halves", 0.5)])
def test_openings_of_a_mask_are_what_the_second_colour_covers(pattern: str, share: float) -> None:
    paint = Paint(base="white", pattern=pattern, second="red", count=3)  # type: ignore[arg-type]
    fields = list(second_fields(paint, 300.0, 120.0))
    assert sum((c - a) * (d - b) for a, b, c, d in fields) / (300 * 120) == pytest.approx(share)
    assert paint.second_share == pytest.approx(share)


def test_a_mask_in_the_pdf_wraps_the_tube_and_its_bands_are_as_wide_as_they_are_drawn() -> None:
    mask = mask_template(lay_out(tube("white/bands/red/3")).of(BodyTube)[0])
    assert mask is not None
    sizes = sorted(tuple(sorted(extent(p))) for p in pdf_paths(write_pdf([mask], "a4")))
    band, round_ = LONG * 1000 / 7, math.pi * WIDE * 1000
    assert any(a == pytest.approx(band, abs=0.05) and b == pytest.approx(round_, abs=0.05) for a, b in sizes)
    assert any(a == pytest.approx(round_ + OVERLAP_MM, abs=0.05) and b == pytest.approx(150, abs=0.05) for a, b in sizes)
    assert mask_template(lay_out(tube("white")).of(BodyTube)[0]) is None


def test_colours_are_told_apart_as_the_standard_does() -> None:
    """Black to white is 100; red, green and blue of sRGB as published tables of CIE L*a*b* have them (from memory): 53.2, 87.7, 32.3."""
    assert difference("#000000", "#ffffff") == pytest.approx(100.0, abs=0.01)
    for colour, lightness in (("#ff0000", 53.24), ("#00ff00", 87.73), ("#0000ff", 32.30)):
        grey = next(
            f"#{n:02x}{n:02x}{n:02x}" for n in range(256) if difference("#000000", f"#{n:02x}{n:02x}{n:02x}") >= lightness
        )
        assert difference("#000000", grey) == pytest.approx(lightness, abs=0.45)
        assert difference(colour, grey) == pytest.approx(math.sqrt(difference(colour, "#000000") ** 2 - lightness**2), abs=0.6)


def test_what_is_meant_to_be_seen_is_seen() -> None:
    assert seen_against(("fluo-orange",), "grass") > 60 > 25 > seen_against(("green",), "grass")
    assert seen_against(("sky",), "sky") < seen_against(("black",), "sky")
    # A second colour helps: the better of the two is what the eye finds.
    assert seen_against(("green", "fluo-pink"), "grass") == seen_against(("fluo-pink",), "grass")
    assert set(GROUNDS) == {"sky", "grass", "straw"}


def test_light_goes_on_before_dark() -> None:
    paints = [read_paint("black/bands/yellow/2"), read_paint("white"), read_paint("blue")]
    assert light_first(p for p in paints if p is not None) == ["white", "yellow", "blue", "black"]


def test_the_plan_paints_in_that_order_with_masks_where_there_are_two_colours() -> None:
    plain, coloured = (build_plan(Bench.of(tube(p), Schools())) for p in ("", "black/bands/yellow/2"))
    assert not [s for s in plain.steps if s.key.startswith("colour-")]
    found = [s for s in coloured.steps if s.key.startswith("colour-")]
    assert [s.key for s in found] == ["colour-yellow", "colour-black"]
    assert any("Mask first" in line for line in found[0].lines) and not any("Mask first" in line for line in found[1].lines)
    assert next(s for s in coloured.steps if s.key == "painted").after[0].key == "colour-black"


@pytest.mark.parametrize(
    "paint",
    [
        "mauve",
        "white/dots/red",
        "white/bands",
        "white/bands/mauve",
        "white/bands/red/0",
        "white/bands/red/99",
        "white/bands/red/x",
        f"white/plain///{'A' * 25}",
    ],
)
def test_paint_nobody_has_is_refused(paint: str) -> None:
    with pytest.raises(RocketryError) as refused:
        replace(next(iter(tube("").parts)), paint=paint)
    assert refused.value.name == "paint"


def test_a_line_of_paint_is_read() -> None:
    assert read_paint("") is None and read_paint("  ") is None
    assert read_paint("yellow/plain///LUCKY") == Paint(base="yellow", lettering="LUCKY")
    assert read_paint("white/halves/red") == Paint(base="white", pattern="halves", second="red", count=3)
    assert all(read_paint(c) is not None for c in COLOURS)
