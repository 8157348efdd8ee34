"""Volume, centroid and inertia of every solid part against a general-purpose mesh library (trimesh).

A mesh of 180 facets round inscribes its circle: areas fall short by 1 − sin(x)/x with x = 2π/180, 2e-4; second moments by twice
that. Together with the outline's steps 1e-3 is allowed.
"""

import numpy as np
import pytest
import trimesh

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.part_solids import fin_solid, stuff_of
from wobbly_fin.rocketry.airframe.parts import BodyTube, CentringRing, FinCan, FinSet, NoseCone, Transition
from wobbly_fin.rocketry.airframe.planform import corners
from wobbly_fin.rocketry.airframe.profiles import parameter_of, radius_fraction
from wobbly_fin.rocketry.airframe.tabs import Tab

FACETS = 180


def revolved(line):
    """A closed outline of (x, r) turned about the axis; returns volume, centroid x, axial and transverse inertia at density 1."""
    # In millimetres: the library merges vertices closer than 1e-8.
    mesh = trimesh.creation.revolve(1000 * np.array([(r, x) for x, r in line]), sections=FACETS)
    if mesh.volume < 0:
        mesh.invert()
    assert mesh.is_watertight
    inertia = mesh.moment_inertia
    return mesh.volume / 1e9, mesh.center_mass[2] / 1e3, inertia[2, 2] / 1e15, inertia[0, 0] / 1e15


def alone(part):
    """A part's solid, of whatever it is a part."""
    return stuff_of(None, Placed(index=0, stage=0, part=part, fore_m=0.0, aft_m=part.axial_length_m)).solid


def outline(nose, steps=240):
    u = np.linspace(0, 1, steps) ** 2
    r = (
        nose.base_diameter_m
        / 2
        * radius_fraction(nose.shape, parameter_of(nose.shape, nose.parameter), u, 2 * nose.length_m / nose.base_diameter_m)
    )
    keep = (r == 0) | (r > 2e-5)  # rings finer than the library's own tolerance would be merged
    return (u * nose.length_m)[keep], r[keep]


@pytest.mark.parametrize("shape", ["ogive", "cone", "ellipsoid", "parabola", "power", "haack"])
def test_solid_noses(shape):
    nose = NoseCone(shape=shape, length_m=0.21, base_diameter_m=0.057)
    x, r = outline(nose)
    assert alone(nose) == pytest.approx(revolved([*zip(x, r, strict=True), (0.21, 0.0)]), rel=1e-3)


@pytest.mark.parametrize("shape", ["ogive", "cone", "ellipsoid", "haack"])
def test_walled_noses_with_a_shoulder(shape):
    """The wall is square to the surface, so the hollow's outline is the outside's moved inwards along its normals."""
    nose = NoseCone(
        shape=shape, length_m=0.21, base_diameter_m=0.057, wall_m=0.0018, shoulder_length_m=0.05, shoulder_diameter_m=0.055
    )
    x, r = outline(nose, 500)
    slope = np.gradient(r, x)
    inner = r - 0.0018 * np.sqrt(1 + slope**2)
    keep = inner > 5e-5
    line = [
        *zip(x, r, strict=True),
        (0.21, 0.0275),
        (0.26, 0.0275),
        (0.26, 0.0257),
        (0.21, 0.0257),
        *zip(x[keep][::-1], inner[keep][::-1], strict=True),
    ]
    line.append((float(x[keep][0]), 0.0))
    assert alone(nose) == pytest.approx(revolved(line), rel=6e-3)


def test_tube_ring_transition_and_fin_can():
    tube = BodyTube(length_m=0.4, outer_diameter_m=0.05, inner_diameter_m=0.048)
    ring = CentringRing(thickness_m=0.004, outer_diameter_m=0.048, inner_diameter_m=0.029)
    cone = Transition(length_m=0.06, fore_diameter_m=0.05, aft_diameter_m=0.03)
    can = FinCan(length_m=0.09, outer_diameter_m=0.05, inner_diameter_m=0.03, shank_length_m=0.02, shank_diameter_m=0.047)
    for part, line in (
        (tube, [(0, 0.024), (0, 0.025), (0.4, 0.025), (0.4, 0.024), (0, 0.024)]),
        (ring, [(0, 0.0145), (0, 0.024), (0.004, 0.024), (0.004, 0.0145), (0, 0.0145)]),
        (cone, [(0, 0.0), (0, 0.025), (0.06, 0.015), (0.06, 0.0)]),
        (can, [(-0.02, 0.015), (-0.02, 0.0235), (0, 0.0235), (0, 0.025), (0.09, 0.025), (0.09, 0.015), (-0.02, 0.015)]),
    ):
        assert alone(part) == pytest.approx(revolved(line), rel=1e-3), part.TYPE


@pytest.mark.parametrize("count", [3, 4, 6])
@pytest.mark.parametrize("planform", ["trapezoid", "ellipse", "free"])
def test_fins_all_round_with_tabs(planform, count):
    sizes = (
        {"outline": ((0.0, 0.0), (0.03, 0.05), (0.07, 0.045), (0.06, 0.0))}
        if planform == "free"
        else {"root_chord_m": 0.06, "span_m": 0.05, "tip_chord_m": 0.03, "sweep_m": 0.04}
    )
    fin = FinSet(count=count, planform=planform, thickness_m=0.003, **sizes)
    radius, tab = 0.025, Tab(0.01, 0.04, 0.009)
    pieces = []
    for k in range(count):
        plate = trimesh.creation.extrude_polygon(_polygon(corners(fin)), height=0.003)
        slab = trimesh.creation.box(extents=(tab.length_m, tab.depth_m, 0.003))
        slab.apply_translation((tab.fore_m + tab.length_m / 2, -tab.depth_m / 2, 0.0015))
        for piece in (plate, slab):
            piece.apply_translation((0, radius, -0.0015))
            piece.apply_transform(trimesh.transformations.rotation_matrix(2 * np.pi * k / count, (1, 0, 0)))
            pieces.append(piece)
    volume = sum(p.volume for p in pieces)
    centre = sum(p.volume * p.center_mass for p in pieces) / volume
    inertia = sum(_about(p, centre) for p in pieces)
    found = fin_solid(fin, tab, radius)
    assert found == pytest.approx((volume, centre[0], inertia[0, 0], inertia[1, 1]), rel=2e-3)


def _polygon(points):
    from shapely.geometry import Polygon

    return Polygon(points)


def _about(mesh, point):
    """A mesh's inertia about a point: parallel axes."""
    d = mesh.center_mass - point
    return mesh.moment_inertia + mesh.volume * (d @ d * np.eye(3) - np.outer(d, d))
