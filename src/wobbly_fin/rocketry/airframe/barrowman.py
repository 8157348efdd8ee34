"""Where the air pushes: Barrowman's equations part by part, body lift at an angle, and the cardboard cut-out.

References
----------
.. [1] J. S. and J. A. Barrowman, The Theoretical Prediction of the Center of Pressure, 1966.
.. [2] J. S. Barrowman, The Practical Calculation of the Aerodynamic Characteristics of Slender Finned Vehicles, 1967.
.. [3] R. Galejs, Wind Instability: What Barrowman Left Out (from memory): body lift K A_plan/A_ref sin² α, K 1 … 1.5.
.. [4] MIL-HDBK-762(MI), Design of Aerodynamically Stabilized Free Rockets, 1990, fin-fin interference (from memory).
.. [5] Rings: both limits derived (a wide ring by strips, π²; a long one by its apparent mass, π d/c), joined as Helmbold joins those of a
   wing; within 1 % of a vortex lattice of ours (`tests/sources/test_against_a_vortex_lattice.py`), which also gave the factors for
   tubes side by side and for a body inside a ring. Nothing of it was measured in a wind tunnel.

Planes
------
A fin at φ round the body answers a cross flow at θ with k sin²(θ − φ) = k/2 − k/2 cos 2(θ − φ). What a part pushes is so told by its mean over
all planes and one complex number, `uneven` = −k/2 Σ e^{2iφ}, nought for three equal fins and more: cn(θ) = mean + Re(uneven e^{−2iθ}).
"""

import cmath
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.fin_push import fin_centre_m, one_fin_cn_alpha
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.modelled import HIGHEST_MACH
from wobbly_fin.rocketry.airframe.parts import BODY, INSIDE, NO_BODY, FinSet, LaunchLug, Pods, RailButton, RingFin, VentHoles
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.airframe.surfaces import surfaces
from wobbly_fin.rocketry.airframe.wetted import side_of
from wobbly_fin.rocketry.errors import RocketryError, require_finite

BODY_LIFT_K = 1.1  # [3]
# What is left of a ring's push beside neighbours (the lattice has 0.99 of tubes a tenth apart, without the friction of narrow corners), and
# round a body; and half of how far off that may be: our own judgement.
CROWDED = 0.9
CROWDED_APART = 1.15  # middle to middle ÷ diameter, up to which tubes shade one another
AROUND_BODY = 0.9
RING_DOUBT = 0.2
POD_DOUBT = 0.5  # beside a body the air comes at pods up to twice as steeply: our own judgement
# Fins lower than this for their length (2 span² ÷ area) push as slender bodies do, where their span grows: our own judgement of both.
LOW_ASPECT = 0.3
STRAKE_DOUBT = 0.4
# Normal force of n fins ÷ (n/2 of one): n = 5 … 8 from [4], quoted from memory.
FIN_FIN_FACTOR = {1: 1.0, 2: 1.0, 3: 1.0, 4: 1.0, 5: 0.948, 6: 0.913, 7: 0.854, 8: 0.81}


@dataclass(frozen=True, slots=True, kw_only=True)
class Push:
    """What one part contributes, in the plane asked for; `cp_m` from the nose tip.

    Attributes
    ----------
    cn_alpha_per_rad : float
        On the reference circle.
    uneven : complex
        How it differs from plane to plane, see above.
    doubt : float
        Half width of what it may be, as a share of itself, where its kind lies outside Barrowman's equations: 0 … 1.
    """

    index: int
    cn_alpha_per_rad: float
    cp_m: float
    uneven: complex = 0j
    doubt: float = 0.0

    def in_plane(self, turn: complex) -> "Push":
        """Its push in one plane; `turn` is e^{−2iθ}."""
        if self.uneven == 0:
            return self
        return replace(self, cn_alpha_per_rad=self.cn_alpha_per_rad + (self.uneven * turn).real)


@dataclass(frozen=True, slots=True, kw_only=True)
class Pressure:
    """Normal force and its centre for the whole rocket, in the plane that holds it least.

    Attributes
    ----------
    cp_m : float
        From the nose tip. [m]
    doubt_m : float
        Half width of where the centre may lie, from parts outside the equations; nought where there are none. [m]
    body_lift : tuple of (float, float)
        K A_plan ÷ A_ref, which goes with sin² of the angle of attack, and where it acts. [-], [m]
    flags : tuple of str
        one_plane (held by less in one plane than in others: that one is taken), many_fins (factors from memory), nothing_pushes
        (no normal force: CP is the cut-out's), and what lies outside the equations: a kind of part, canards.
    """

    reference_diameter_m: float
    cn_alpha_per_rad: float
    cp_m: float
    parts: tuple[Push, ...]
    body_lift: tuple[float, float]
    flags: tuple[str, ...]
    doubt_m: float = 0.0

    @property
    def doubt_calibres(self) -> float:
        """`doubt_m` in calibres."""
        return self.doubt_m / self.reference_diameter_m

    def cp_at_m(self, angle_rad: float) -> float:
        """Centre of pressure at an angle of attack, body lift included: it creeps forward. [m]"""
        k, x = self.body_lift
        lift = k * abs(math.sin(angle_rad))
        whole = self.cn_alpha_per_rad + lift
        return (self.cn_alpha_per_rad * self.cp_m + lift * x) / whole if whole else self.cp_m


Pushes = Callable[[Layout, Placed[Any], float, float, list[str]], Push]
# How the air pushes a part across the flow: of the layout, the part, the reference circle [m²], a Mach number and the flags so far.
PUSH: Aspect[Pushes] = Aspect("push")
PUSH.none("inside", *INSIDE)
PUSH.none("small", LaunchLug, RailButton, VentHoles)
PUSH.none("told", *NO_BODY)


def require_mach(mach: float) -> None:
    """Raise RocketryError beyond Mach 2: beyond this model."""
    require_finite("mach", mach, 0.0)
    if mach > HIGHEST_MACH:
        raise RocketryError("mach", f"{mach:g} is beyond this model; it holds up to Mach {HIGHEST_MACH:g}")


def pressure(layout: Layout, mach: float = 0.0) -> Pressure:
    """Barrowman's normal force and centre of pressure, angle of attack → 0.

    Parameters
    ----------
    mach : float
        0 … 2: fins by `fin_push`; bodies as slender ones, the same at any speed. [-]

    Raises
    ------
    RocketryError
        Beyond Mach 2: beyond this model.
    """
    pushes, flags = pushes_at(layout, mach)
    diameter = layout.reference_diameter_m
    cn = sum(p.cn_alpha_per_rad for p in pushes)
    doubt = 0.0
    if abs(cn) < 1e-9:
        # A bare tube: nothing pushes at small angles; its cut-out is as good a point as any.
        cn, centre = 0.0, cutout_cp_m(layout)
        flags.append("nothing_pushes")
    else:
        centre = sum(p.cn_alpha_per_rad * p.cp_m for p in pushes) / cn
        # Each push may be off by itself: what moves the centre is how far from it that push acts.
        doubt = math.sqrt(sum((p.doubt * p.cn_alpha_per_rad * (p.cp_m - centre)) ** 2 for p in pushes)) / abs(cn)
    return Pressure(
        reference_diameter_m=diameter, cn_alpha_per_rad=cn, cp_m=centre, doubt_m=doubt, parts=tuple(pushes),
        body_lift=_body_lift(layout, math.pi / 4 * diameter**2), flags=tuple(dict.fromkeys(flags)),
    )  # fmt: skip


def pushes_at(layout: Layout, mach: float) -> tuple[list[Push], list[str]]:
    """What each part that pushes at all contributes, in the plane that holds it least, and the flags; see `pressure`."""
    require_mach(mach)
    reference = math.pi / 4 * layout.reference_diameter_m**2
    flags: list[str] = []
    found = ((p, PUSH.find(p.part)) for p in (*layout.outer, *(p for p in layout.placed if not p.part.OUTER)))
    asked = [does(layout, p, reference, mach, flags) for p, does in found if does is not None]
    asked = [_shaded(layout, p, asked, flags) for p in asked]
    turn = _weakest(asked)
    if turn is not None:
        flags.append("one_plane")
        asked = [p.in_plane(turn) for p in asked]
    return [p for p in asked if p.cn_alpha_per_rad != 0.0], flags


def _shaded(layout: Layout, push: Push, pushes: Sequence[Push], flags: list[str]) -> Push:
    """What fins ahead do to the air that others meet takes of those' push up to what those ahead push (slender bodies, from memory).

    Of stages one behind the other common practice counts all fins in full, and so do we.
    """
    behind = layout.placed[push.index]
    if behind.part.OUTER or push.cn_alpha_per_rad <= 0:
        return push
    fins = {f.index for f in layout.of(FinSet) if f.stage == behind.stage and f.aft_m <= behind.fore_m}
    ahead = sum(p.cn_alpha_per_rad for p in pushes if p.index in fins)
    if ahead <= 0:
        return push
    flags.append("canards")
    return replace(push, doubt=max(push.doubt, min(1.0, ahead / push.cn_alpha_per_rad)))


def _weakest(pushes: Sequence[Push]) -> complex | None:
    """e^{−2iθ} of the plane whose centre of pressure lies furthest forward; None where all planes are alike.

    With the forces and the moments of all planes each as a matrix across the axis, that centre is the smaller root λ of
    det(moments − λ forces) = 0. Where some plane has no force that holds at all, that plane.
    """
    uneven = sum(p.uneven for p in pushes)
    lever = sum(p.uneven * p.cp_m for p in pushes)
    if abs(uneven) < 1e-12 and abs(lever) < 1e-12:
        return None
    mean = sum(p.cn_alpha_per_rad for p in pushes)
    moment = sum(p.cn_alpha_per_rad * p.cp_m for p in pushes)
    if mean - abs(uneven) <= 1e-9:
        return -uneven.conjugate() / abs(uneven)
    a, b, c = mean**2 - abs(uneven) ** 2, mean * moment - (uneven * lever.conjugate()).real, moment**2 - abs(lever) ** 2
    foremost = (b - math.sqrt(max(b * b - a * c, 0.0))) / a
    # In that plane what is left of moments − λ forces is least: opposite its uneven part.
    left = lever - foremost * uneven
    return -left.conjugate() / abs(left) if abs(left) > 0 else None


@PUSH.of(*BODY)
def _body(layout: Layout, placed: Placed, reference_m2: float, mach: float, flags: list[str]) -> Push:
    """Nose or transition: 2 (A₂ − A₁) ÷ A_ref, at L − (V − A₁ L) ÷ (A₂ − A₁) behind its forward end, whatever its outline."""
    part = placed.part
    fore, aft = math.pi / 4 * fore_diameter_m(part) ** 2, math.pi / 4 * aft_diameter_m(part) ** 2
    if abs(aft - fore) < 1e-12:
        return Push(index=placed.index, cn_alpha_per_rad=0.0, cp_m=(placed.fore_m + placed.aft_m) / 2)
    x = (part.axial_length_m * aft - side_of(part).volume_m3) / (aft - fore)
    return Push(index=placed.index, cn_alpha_per_rad=2 * (aft - fore) / reference_m2, cp_m=placed.fore_m + x)


@PUSH.of(FinSet)
def _fins(layout: Layout, placed: Placed[FinSet], reference_m2: float, mach: float, flags: list[str]) -> Push:
    fin = placed.part
    shape = planform_of(fin)
    if fin.count > 4:
        flags.append("many_fins")
    half = _half_of_one(layout, placed, reference_m2, mach)
    doubt = 0.0
    if 2 * fin.reach_m**2 / shape.area_m2 < LOW_ASPECT:
        flags.append("strakes")
        doubt = STRAKE_DOUBT
    # Three fins and more answer every plane alike.
    uneven = -half * sum(cmath.exp(2j * math.radians(a)) for a in fin.stands_deg) if fin.count < 3 else 0j
    centre = placed.fore_m + fin_centre_m(fin, mach)
    return Push(index=placed.index, cn_alpha_per_rad=fin.count * half, cp_m=centre, uneven=uneven, doubt=doubt)


def _half_of_one(layout: Layout, placed: Placed[FinSet], reference_m2: float, mach: float) -> float:
    """What each fin of a set adds to the mean over all planes: half of its own push, the body's share in it."""
    fin, radius = placed.part, layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    carry_over = 1 + radius / (radius + fin.reach_m) if radius + fin.reach_m > 0 else 1.0
    return carry_over * FIN_FIN_FACTOR[fin.count] * one_fin_cn_alpha(fin, reference_m2, mach) / 2


@PUSH.of(RingFin)
def _rings(layout: Layout, placed: Placed[RingFin], reference_m2: float, mach: float, flags: list[str]) -> Push:
    """Each tube as a ring in free air; round the body what tubes at its sides gain by the flow round it those above and below lose."""
    part, radius = placed.part, layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    off, wide, chord = part.off_axis_m(radius), part.middle_m, part.length_m
    if off > 0:
        share = CROWDED if 2 * off * math.sin(math.pi / part.from_tube) < CROWDED_APART * part.outer_diameter_m else 1.0
    else:
        share = AROUND_BODY * max(0.0, 1 - (2 * radius / wide) ** 2)
    cn = share * part.from_tube * ring_cn_alpha(wide, chord, mach) * wide * chord / reference_m2
    flags.append(part.TYPE)
    # Nearer the leading edge the longer the tube, as the lattice has it to 1 % of the chord.
    centre = placed.fore_m + chord / 4 / math.hypot(1, chord / wide)
    return Push(index=placed.index, cn_alpha_per_rad=cn, cp_m=centre, doubt=RING_DOUBT)


@PUSH.of(Pods)
def _pods(layout: Layout, placed: Placed[Pods], reference_m2: float, mach: float, flags: list[str]) -> Push:
    """A slender body each, 2 of its own section, where its nose's volume says; what body and pods do to each other is in doubt."""
    part = placed.part
    section = math.pi / 4 * part.outer_diameter_m**2
    flags.append(part.TYPE)
    centre = part.nose_length_m - side_of(part.nose).volume_m3 / section
    return Push(
        index=placed.index, cn_alpha_per_rad=2 * part.count * section / reference_m2, cp_m=placed.fore_m + centre, doubt=POD_DOUBT
    )


def ring_cn_alpha(diameter_m: float, chord_m: float, mach: float = 0.0) -> float:
    """Normal force slope of a ring by itself, on diameter × chord: π² ÷ (k + √(β² + k²)), k = π/2 c/d [5]. [1/rad]"""
    k = math.pi / 2 * chord_m / diameter_m
    return math.pi**2 / (k + math.sqrt(1 - min(mach, 1.0) ** 2 + k**2))


def _body_lift(layout: Layout, reference_m2: float) -> tuple[float, float]:
    sides = [(side_of(p.part), p.fore_m) for p in layout.outer]
    area = sum(s.profile_m2 for s, _ in sides)
    return BODY_LIFT_K * area / reference_m2, sum(s.profile_m2 * (s.profile_x_m + x) for s, x in sides) / area


def cutout_cp_m(layout: Layout) -> float:
    """Where a cardboard silhouette balances: the body's profile and two whole fins of each set (of one fin: that one). From the nose tip. [m]"""
    seen = [(s.side_m2 * min(s.pieces, 2), p.fore_m + s.side_x_m) for p, s in surfaces(layout)]
    return sum(a * x for a, x in seen) / sum(a for a, _ in seen)
