"""Cut plans and nests: against brute force, and against the geometry they must not break."""

import itertools
import random

import pytest
import shapely

from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.tabs import cut_outline
from wobbly_fin.rocketry.building.cutting import KERF_M, Bar, Piece, cut_plan
from wobbly_fin.rocketry.building.nesting import nest, nest_fins
from wobbly_fin.rocketry.errors import RocketryError


def fewest_cuts(pieces: list[Piece], bars: list[Bar]) -> int | None:
    """Over every way of giving pieces to bars."""
    best = None
    for given in itertools.product(range(len(bars)), repeat=len(pieces)):
        cuts = 0
        for j, bar in enumerate(bars):
            here = [p for p, g in zip(pieces, given, strict=True) if g == j]
            if not here:
                continue
            taken = sum(p.length_m for p in here)
            if abs(taken + KERF_M * (len(here) - 1) - bar.length_m) < 5e-5:
                cuts += len(here) - 1
            elif taken + KERF_M * len(here) <= bar.length_m + 5e-5:
                cuts += len(here)
            else:
                break
        else:
            best = cuts if best is None else min(best, cuts)
    return best


@pytest.mark.parametrize("seed", range(8))
def test_no_way_of_giving_pieces_to_tubes_has_fewer_cuts(seed: int) -> None:
    r = random.Random(seed)
    bars = [Bar(key=f"b{i}", length_m=r.choice([0.3, 0.45, 0.6]), edges=2) for i in range(3)]
    pieces = [Piece(key=f"p{i}", length_m=r.choice([0.1, 0.149, 0.2, 0.299, 0.3, 0.45])) for i in range(4)]
    found = cut_plan(tuple(pieces), tuple(bars))
    best = fewest_cuts(pieces, bars)
    if best is None:
        assert found.missing
    else:
        assert not found.missing and found.cuts == best and found.proven


def test_a_tube_as_long_as_the_piece_needs_no_cut() -> None:
    found = cut_plan((Piece(key="body", length_m=0.45),), (Bar(key="long", length_m=0.9), Bar(key="just", length_m=0.45)))
    assert found.cuts == 0 and found.bars[0].bar.key == "just"


def test_what_is_in_stores_is_used_before_anything_is_bought() -> None:
    bars = (Bar(key="own", length_m=0.5), Bar(key="new", length_m=0.5, bought=True))
    found = cut_plan((Piece(key="a", length_m=0.2), Piece(key="b", length_m=0.25)), bars)
    assert [b.bar.key for b in found.bars] == ["own"]


def test_factory_edges_go_where_they_show_and_their_want_is_said() -> None:
    bars = (Bar(key="plain", length_m=0.4, edges=0), Bar(key="factory", length_m=0.4, edges=2))
    found = cut_plan((Piece(key="hidden", length_m=0.3), Piece(key="seen", length_m=0.3, shows=True)), bars)
    assert {b.bar.key: b.pieces[0].key for b in found.bars} == {"plain": "hidden", "factory": "seen"}
    both = tuple(Piece(key=k, length_m=0.1, shows=True) for k in "abc")
    assert len(cut_plan(both, (Bar(key="one", length_m=0.9, edges=2),)).plain) == 1


def test_the_rest_stays_in_one_long_piece() -> None:
    bars = (Bar(key="x", length_m=0.6), Bar(key="y", length_m=0.6))
    found = cut_plan((Piece(key="a", length_m=0.25), Piece(key="b", length_m=0.25)), bars)
    assert len(found.bars) == 1 and found.bars[0].left_m == pytest.approx(0.6 - 0.5 - 2 * KERF_M)


def test_a_length_no_tube_has_is_named_missing() -> None:
    found = cut_plan((Piece(key="giant", length_m=2.0), Piece(key="a", length_m=0.2)), (Bar(key="x", length_m=0.6),))
    assert [p.key for p in found.missing] == ["giant"] and found.bars[0].pieces[0].key == "a"


def test_lengths_that_are_none_are_refused() -> None:
    with pytest.raises(RocketryError):
        cut_plan((Piece(key="a", length_m=0.0),), (Bar(key="x", length_m=0.6),))


@pytest.mark.parametrize("name", ["Inchworm", "Night Ferry", "Old Bellwether", "Post Rider", "Thimble"])
def test_nested_fins_lie_on_their_sheets_clear_of_one_another(name: str) -> None:
    layout = lay_out(airframe_file(name, {}).to_airframe())
    fins = layout.of(FinSet)[0]
    found = nest_fins(layout, fins)
    assert len(found.lying) == found.count == fins.part.count  # type: ignore[attr-defined]
    area = shapely.Polygon(cut_outline(layout, fins)).area
    for sheet in range(found.sheets):
        here = [shapely.Polygon(x.outline) for x in found.lying if x.sheet == sheet]
        whole = shapely.box(-1e-6, -1e-6, found.sheet_m[0] + 1e-6, found.sheet_m[1] + 1e-6)
        assert all(whole.contains(p) and p.area == pytest.approx(area) for p in here)
        assert all(a.distance(b) > 0.001 for a, b in itertools.combinations(here, 2))


def test_grain_runs_along_the_leading_edge_whichever_way_a_fin_lies() -> None:
    # A triangle with its leading edge at 30°: laid with the grain, one edge lies along the sheet.
    triangle = ((0.0, 0.0), (0.0866, 0.05), (0.1, 0.0))
    found = nest(triangle, 0.5236, 6, (0.4, 0.1))
    for lying in found.lying:
        edges = [(b[0] - a[0], b[1] - a[1]) for a, b in zip(lying.outline, (*lying.outline[1:], lying.outline[0]), strict=True)]
        leading = min(edges, key=lambda e: abs(abs((e[0] ** 2 + e[1] ** 2) ** 0.5 - 0.1)))
        assert abs(leading[1]) < 1e-3 or any(abs(e[1]) < 1e-3 for e in edges)
    # Head to tail they take less than side by side.
    assert max(x for lying in found.lying for x, _ in lying.outline) < 6 * 0.1


def test_a_fin_wider_than_its_sheet_takes_several() -> None:
    square = ((0.0, 0.0), (0.0, 0.2), (0.2, 0.2), (0.2, 0.0))
    assert nest(square, 0.0, 3, (0.9, 0.15)).sheets == 6
