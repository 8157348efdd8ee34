"""A kit's list put together: what its lines tell goes to its place, what they leave out is as usual for such a rocket."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.fresh import fresh_figures
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube
from wobbly_fin.rocketry.airframe.usual import SMALL_M, Usual
from wobbly_fin.rocketry.proposing.kit_lines import NO_PART, KitPart, only
from wobbly_fin.rocketry.proposing.sketch import Sketch, Tube, body_tubes, mount_tube

Asked = Literal["unknown", "joins", "another", "where", "width"]
MOUNTS_M = (0.0105, 0.013, 0.018, 0.024, 0.029, 0.038, 0.054, 0.075, 0.098)
LENGTHS_M = {
    0.0105: 0.045, 0.013: 0.045, 0.018: 0.07, 0.024: 0.07, 0.029: 0.124, 0.038: 0.2, 0.054: 0.35, 0.075: 0.5, 0.098: 0.75,
}  # fmt: skip
USUAL_BODY = 0.75  # of the body, what a mount takes at most
_THIN_M = 0.0071  # sheet: what is thinner than this is a fin's thickness
_SAME = 0.06  # widths that differ by less are one
_LARGE_HOOK_KG = 0.006  # a hook for 24 mm and more
_WOOD = ("balsa", "balsa-hard", "lime")


@dataclass(frozen=True, slots=True, kw_only=True)
class LineRead:
    """A line of the list: the part it became, or what is asked about it; neither: it is no part of the drawing."""

    text: str
    alias: str | None = None
    asks: Asked | None = None


@dataclass(slots=True)
class _Work:
    """What the lines tell, as it is gathered; `hull`: the body by itself, for what is as usual of its width."""

    hull: Layout
    own: dict[str, dict[str, Any] | None] = field(default_factory=dict)
    ahead: list[dict[str, Any]] = field(default_factory=list)
    astern: list[dict[str, Any]] = field(default_factory=list)
    more: list[dict[str, Any]] = field(default_factory=list)
    lines: dict[str, LineRead] = field(default_factory=dict)

    def put(self, part: KitPart, alias: str, **figures: Any) -> None:
        """The line became that part, with those of its figures."""
        known = {k: v for k, v in figures.items() if v is not None}
        if part.mass_kg is not None and "mass_kg" not in known:
            known |= {"mass_kg": part.mass_kg, "mass_source": "measured"}
        self.own[alias] = (self.own.get(alias) or {}) | known
        self.lines[part.text] = LineRead(text=part.text, alias=alias)

    def ask(self, part: KitPart, asks: Asked) -> None:
        self.lines[part.text] = LineRead(text=part.text, asks=asks)


def kit_sketch(
    parts: Sequence[KitPart], name: str, mount_m: float | None = None
) -> tuple[Sketch, tuple[LineRead, ...], tuple[str, ...]]:
    """(a sketch with the list's figures, every line with what became of it, parts that no line tells of).

    Parameters
    ----------
    mount_m : float or None
        For motors of this diameter, where somebody said so; None: from the list, or as usual for the body. [m]
    """
    tubes = only(parts, "body_tube")
    across = _across(parts)
    mount = mount_tube(mount_m or _mount_m(parts, across))
    body = _body(across, mount, tubes)
    d = body.outside_m
    alone = BodyTube(length_m=10 * d, outer_diameter_m=d, inner_diameter_m=body.bore_m)
    work = _Work(hull=lay_out(Airframe(stages=(Stage(id="", parts=(alone,)),))))
    for part in parts:
        if part.kind in ("", NO_PART):
            work.lines[part.text] = LineRead(text=part.text, asks="unknown" if part.kind == "" else None)
    if across is None and tubes:
        work.ask(tubes[0], "width")
    wired = only(parts, "coupler", "bay")
    _tubes(work, tubes, only(parts, "coupler", ""), d, body, wired)
    _ends(work, parts, d, mount, body)
    _fins(work, parts)
    _mounting(work, parts, d)
    buttons = _guides(work, parts)
    _recovery(work, parts, wired=bool(wired))
    _others(work, parts, d, wired=bool(wired))
    _packed(work, parts, d)
    sketch = Sketch(
        name=name, body=body, mount=mount, motor_length_m=LENGTHS_M[min(MOUNTS_M, key=lambda m: abs(m - mount.bore_m))], stretch=3.0,
        fins=int((work.own.get("fins") or {}).get("count", 3)), span_m=body.usual.span_m, canopy_m=body.usual.canopy_m, own=work.own, buttons=buttons,
        charged=not wired, ahead=tuple(work.ahead), astern=tuple(work.astern), more=tuple(work.more),
    )  # fmt: skip
    told = {line.alias for line in work.lines.values()}
    drawn = [str(p["as"]) for p in sketch.figures() if "as" in p]
    missing = tuple(a for a in drawn if a not in told and a not in ("glue", "paint", "joiner 1"))
    return sketch, tuple(work.lines.get(p.text, LineRead(text=p.text, asks="another")) for p in parts), missing


def _packed(work: _Work, parts: Sequence[KitPart], d: float) -> None:
    """Canopy and cord go ahead of a baffle, and ahead of a step into a slimmer tube; else they lie in the body."""
    upper = next((p for p in work.ahead if p["type"] == "body_tube"), None)
    slimmer = any(p["as"] == "step" and p["fore_diameter_m"] > p["aft_diameter_m"] for p in work.ahead)
    carries = any(p.role == "upper" for p in only(parts, "body_tube")) or only(parts, "bulkhead")
    if upper is None or carries or not (slimmer or only(parts, "baffle")):
        return
    tied = {"name": None, "offset_m": 1.25 * d} | ({"kind": "loop_patch"} if d >= SMALL_M else {})
    for alias, more in (("canopy", {}), ("cord", {}), ("anchor", tied)):
        work.own[alias] = (work.own.get(alias) or {}) | {"in": upper["as"]} | more


def _across(parts: Sequence[KitPart]) -> float | None:
    """The body's outside diameter: off its tube, else its nose, its rings, its coupler. [m]"""
    for kind in ("body_tube", "nose_cone", "centring_ring", "coupler"):
        for part in only(parts, kind):
            if part.role == "upper":
                continue
            sizes = [s for s in part.sizes_m if 0.008 <= s <= 0.35]
            if kind == "centring_ring" and sizes:
                return max(sizes) + 0.001
            # A nose with one figure may tell its length instead.
            if len(sizes) >= 2 or (sizes and ((kind in ("body_tube", "coupler") and sizes[0] <= 0.16) or sizes[0] <= 0.06)):
                return min(sizes)
    return None


def _mount_m(parts: Sequence[KitPart], across: float | None) -> float:
    """What motors it takes: off the mount, its rings, a motor named; else the widest usual for the body. [m]"""
    for part in (
        *only(parts, "motor_tube"),
        *only(parts, "centring_ring"),
        *only(parts, NO_PART, "motor"),
        *only(parts, "retainer"),
    ):
        near = [m for s in part.sizes_m for m in MOUNTS_M if -0.0003 <= s - m <= 0.0014]
        if near:
            return min(near)
    if across is None:
        return 0.018
    return max((m for m in MOUNTS_M if m <= USUAL_BODY * across), default=min(MOUNTS_M))


def _body(across: float | None, mount: Tube, tubes: Sequence[KitPart]) -> Tube:
    if across is None:
        return body_tubes(mount, None, None)[0]
    found = body_tubes(mount, across, None)
    made = found[0] if found else Tube(bore_m=across - 0.001, outside_m=across, material="paper-tube")
    stuff = next((t.material for t in tubes if t.material in ("fibreglass", "phenolic", "carbon", "polycarbonate")), None)
    return Tube(bore_m=min(made.bore_m, across - 0.0006), outside_m=across, material=stuff or made.material, sold=made.sold)


def _width(part: KitPart) -> float | None:
    """A tube's outside diameter, where its line tells it: the smaller of two figures, or one that can be no length. [m]"""
    sizes = [s for s in part.sizes_m if 0.008 <= s <= 0.35]
    return min(sizes) if len(sizes) >= 2 or (sizes and sizes[0] <= 0.06) else None


def _long(part: KitPart, d: float) -> float | None:
    return max((s for s in part.sizes_m if s > 1.3 * d), default=None)


def _tubes(
    work: _Work, tubes: Sequence[KitPart], couplers: Sequence[KitPart], d: float, body: Tube, bays: Sequence[KitPart] = ()
) -> None:
    """The longest is the body; others go before it, each on a coupler; the one of an electronics bay with the main in it."""
    lower = [t for t in tubes if t.role != "upper" and abs((_width(t) or d) / d - 1) < _SAME] or list(tubes)
    main = max(lower, key=lambda t: _long(t, d) or 0.0, default=None)
    if main is not None:
        work.put(main, "body", length_m=_long(main, d), material=body.material)
    uppers = [t for t in tubes if t is not main] + ([main] if main is not None and main.count == 2 and (couplers or bays) else [])
    for n, bay in enumerate(bays):
        if n:
            work.ask(bay, "another")
        else:
            long = max(bay.sizes_m, default=0.0)
            work.put(bay, "lids", length_m=long if long > d else None)
    if bays and uppers:
        first = uppers.pop(0)
        work.own["upper"] = {k: v for k, v in {"length_m": _long(first, d)}.items() if v is not None}
        if first is not main:
            work.lines[first.text] = LineRead(text=first.text, alias="upper")
    for n, tube in enumerate(uppers, 1):
        _upper(work, tube, f"upper {n}", d, body, told=tube is not main)
        if abs((_width(tube) or d) / d - 1) >= _SAME:
            continue
        coupler = couplers[n - 1] if n <= len(couplers) else None
        long = max(coupler.sizes_m, default=0.0) if coupler else 0.0
        joint = {
            "as": f"joiner {n}", "type": "coupler", "in": f"upper {n}", "edge": "aft", **Usual(d).coupler, "material": "paper-tube",
            "outer_diameter_m": body.bore_m - 0.0002,
        } | ({"length_m": long} if long > d else {})  # fmt: skip
        work.ahead.append(joint | {"offset_m": -joint["length_m"] / 2})
        if coupler is not None:
            work.put(coupler, f"joiner {n}")
    for coupler in couplers[len(uppers) :]:
        work.ask(coupler, "joins")


def _upper(work: _Work, tube: KitPart, alias: str, d: float, body: Tube, *, told: bool) -> None:
    """A tube ahead of the body, of its own width where its line tells one."""
    wide = _width(tube) or d
    bore = body.bore_m if abs(wide / d - 1) < _SAME else wide - 2 * Usual(wide).wall_m
    work.ahead.append(
        {"as": alias, "type": "body_tube", "name": "upper tube", "length_m": _long(tube, wide) or 8 * wide, "outer_diameter_m": wide,
         "inner_diameter_m": bore, "material": body.material}
    )  # fmt: skip
    if told:
        work.put(tube, alias)


def _between(work: _Work, transition: KitPart, d: float, body: Tube) -> bool:
    """A transition between the body and a tube of another width ahead of it; False where there is none such."""
    upper = next((p for p in work.ahead if p["type"] == "body_tube" and abs(p["outer_diameter_m"] / d - 1) >= _SAME), None)
    if upper is None or any(p["as"] == "step" for p in work.ahead):
        return False
    wide, bore = upper["outer_diameter_m"], upper["inner_diameter_m"]
    reach = max((s for s in transition.sizes_m if s > 1.05 * max(wide, d)), default=1.5 * max(wide, d))
    work.ahead.insert(
        work.ahead.index(upper) + 1,
        {"as": "step", "type": "transition", "length_m": reach, "fore_diameter_m": wide, "aft_diameter_m": d,
         "wall_m": 0.0005 if transition.material == "card" else 0.0012,
         "fore_shoulder_m": 0.8 * wide, "aft_shoulder_m": 0.8 * d, "material": transition.material or "polystyrene"},
    )  # fmt: skip
    usual = Usual(wide)
    nose = work.own.get("nose") or {}
    work.own["nose"] = {
        "length_m": usual.nose_m, **nose, "base_diameter_m": wide, "shoulder_diameter_m": bore - 0.0002, "shoulder_length_m": usual.shoulder_m,
    }  # fmt: skip
    work.put(transition, "step")
    return True


def _ends(work: _Work, parts: Sequence[KitPart], d: float, mount: Tube, body: Tube) -> None:
    for n, nose in enumerate(only(parts, "nose_cone")):
        if n:
            work.ask(nose, "another")
            continue
        long = [s for s in nose.sizes_m if s > 1.3 * d]
        wood = nose.material in _WOOD
        stuff = nose.material if nose.material not in ("card", None) else None
        work.put(nose, "nose", length_m=max(long) if long else None, material=stuff)
        if wood:
            work.own["nose"] = (work.own["nose"] or {}) | {"wall_m": None}
        elif stuff is not None and d < 0.024:
            work.own["nose"] = (work.own["nose"] or {}) | {"wall_m": 0.0012}
    for transition in only(parts, "transition"):
        if transition.role != "tail" and _between(work, transition, d, body):
            continue
        if any(p["as"] == "tail" for p in work.astern):
            work.ask(transition, "where")
            continue
        reach = max(transition.sizes_m, default=0.0)
        work.astern.append(
            {
                "as": "tail", "type": "transition", "name": "tail cone", "length_m": reach if 0.3 * d < reach < 5 * d else 1.2 * d,
                "fore_diameter_m": d,
                "aft_diameter_m": mount.outside_m + 0.0012, "wall_m": 0.0008, "material": transition.material or "card",
            }
        )  # fmt: skip
        work.put(transition, "tail")


def _fins(work: _Work, parts: Sequence[KitPart]) -> None:
    sets = only(parts, "fin_set")
    for fins in sets[1:]:
        work.ask(fins, "another")
    if sets:
        fins = sets[0]
        thin = [s for s in fins.sizes_m if s < _THIN_M]
        large = sorted((s for s in fins.sizes_m if s >= _THIN_M), reverse=True)
        work.put(
            fins, "fins", count=min(fins.count, 8) if fins.count > 1 else None, thickness_m=min(thin) if thin else None, material=fins.material,
            root_chord_m=large[0] if len(large) > 1 else None, span_m=large[1] if len(large) > 1 else None,
        )  # fmt: skip
        if len(large) > 1:
            work.own["fins"] = (work.own["fins"] or {}) | {"tip_chord_m": 0.5 * large[0], "sweep_m": 0.5 * large[0]}
    for kind in ("tube_fins", "ring_fin", "fin_can"):
        for part in only(parts, kind):
            if kind != "tube_fins" or sets:
                work.ask(part, "where")
                continue
            figures = fresh_figures(kind, work.hull) | ({"count": part.count} if 3 <= part.count <= 12 else {})
            work.own["fins"] = None
            work.more.append({"as": "tube fins", "type": kind, "in": "body", "edge": "aft", "offset_m": 0.0, **figures})
            work.put(part, "tube fins")


def _mounting(work: _Work, parts: Sequence[KitPart], d: float) -> None:
    mounts = only(parts, "motor_tube")
    for n, mount in enumerate(mounts):
        long = [s for s in mount.sizes_m if s > 0.04 and s > 2 * min(mount.sizes_m)]
        if n:
            work.ask(mount, "another")
        else:
            work.put(mount, "mount", length_m=max(long) if long else None)
    held = only(parts, "retainer")
    for retainer in held:
        screwed = any(w in retainer.text.lower() for w in ("screw", "thread", "cap", "ring"))
        work.put(retainer, "retainer", kind="threaded_ring" if screwed else "hook")
        if not screwed and d >= SMALL_M:
            work.own["retainer"] = (work.own["retainer"] or {}) | {"mass_kg": _LARGE_HOOK_KG}
    if not held and not only(parts, "motor_tube", "hooked"):
        # Nothing on the list holds it: wrapped in tape until a push holds, as such kits say.
        work.own["retainer"] = {"kind": "tape", "mass_kg": 0.0005, "mass_source": "guessed"}
    for rings in only(parts, "centring_ring"):
        thin = [s for s in rings.sizes_m if s < _THIN_M]
        for alias in ("front", "aft", "middle"):
            work.put(rings, alias, thickness_m=min(thin) if thin else None, material=rings.material)
        if rings.count == 2 and len(only(parts, "centring_ring")) == 1:
            work.own["middle"] = None
        work.lines[rings.text] = LineRead(text=rings.text, alias="front")


def _guides(work: _Work, parts: Sequence[KitPart]) -> bool | None:
    """Whether it has rail buttons; None: the list does not say."""
    lugs, buttons = only(parts, "launch_lug"), [*only(parts, "rail_button"), *only(parts, "rail_guide")]
    for n, lug in enumerate(lugs):
        if n or buttons:
            work.ask(lug, "another")
            continue
        bore = min((s for s in lug.sizes_m if s < 0.013), default=None)
        long = max((s for s in lug.sizes_m if s > 0.013), default=None)
        wide = (
            {} if bore is None else {"inner_diameter_m": bore + 0.0004, "outer_diameter_m": bore + 0.0012, "rod_diameter_m": bore}
        )
        work.put(lug, "lug", length_m=long, **wide)
    for button in buttons:
        work.put(button, "front button")
    return bool(buttons) if lugs or buttons else None


def _recovery(work: _Work, parts: Sequence[KitPart], *, wired: bool) -> None:
    canopies = only(parts, "canopy")
    if wired:
        small = next((c for c in canopies if c.role == "drogue"), None) or (
            min(canopies, key=lambda c: max(c.sizes_m, default=0.0)) if len(canopies) > 1 else None
        )
        if small is not None:
            work.put(small, "drogue", diameter_m=max((s for s in small.sizes_m if s > 0.08), default=None))
            canopies = [c for c in canopies if c is not small]
    for n, canopy in enumerate(canopies):
        if n:
            work.ask(canopy, "another")
        elif canopy.role == "streamer":
            sizes = sorted(canopy.sizes_m, reverse=True) or [0.5]
            work.put(
                canopy, "canopy", kind="streamer", length_m=sizes[0], width_m=sizes[1] if len(sizes) > 1 else sizes[0] / 10,
                material=canopy.material if canopy.material in ("crepe", "metallised-film", "film", "ripstop") else "crepe",
            )  # fmt: skip
            work.own["canopy"] = (work.own["canopy"] or {}) | {"diameter_m": None, "lines_kg": 0.0}
        else:
            stuff = {"polystyrene": "film"}.get(canopy.material or "", canopy.material)  # a plastic canopy is film
            stuff = stuff if stuff in ("ripstop", "film", "metallised-film") else None
            across = max((s for s in canopy.sizes_m if s > 0.08), default=None)
            work.put(canopy, "canopy", diameter_m=across, kind=across and "flat", material=stuff)  # told of one laid flat
    cords = only(parts, "cord")
    for n, cord in enumerate(cords):
        if n:
            if n == 1 and wired:
                work.put(cord, "upper cord", length_m=max((s for s in cord.sizes_m if s > 0.1), default=None))
            else:
                work.ask(cord, "another")
            continue
        stuff = cord.material if cord.material in ("elastic-6", "aramid-1") else None
        work.put(cord, "cord", length_m=max((s for s in cord.sizes_m if s > 0.1), default=None), material=stuff)
    for anchor in only(parts, "anchor"):
        work.put(anchor, "anchor")


def _others(work: _Work, parts: Sequence[KitPart], d: float, *, wired: bool) -> None:
    """What is more than the usual: clay, hardware, lids, baffles, what is aboard."""
    for n, lump in enumerate(only(parts, "mass_lump", "ballast")):
        work.more.append(
            {"as": f"weight {n}", "type": "mass_lump", "name": "clay in the nose", "kind": "ballast", "position_m": 1.5 * d,
             "mass_kg": lump.mass_kg or 0.005, "mass_source": "measured" if lump.mass_kg else "guessed"}
        )  # fmt: skip
        work.put(lump, f"weight {n}")
    for n, lump in enumerate(only(parts, "mass_lump", "hardware")):
        work.more.append(
            {"as": f"hardware {n}", "type": "mass_lump", "name": lump.text[:40], "kind": "other", "in": "body", "edge": "fore", "offset_m": d,
             "mass_kg": lump.mass_kg or 0.002, "mass_source": "measured" if lump.mass_kg else "guessed"}
        )  # fmt: skip
        work.put(lump, f"hardware {n}")
    for kind, place in (("bulkhead", 0.2), ("baffle", 3.0), ("piston", 3.0), ("device", 0.2)):
        for n, part in enumerate(only(parts, kind)):
            if kind == "device" and wired:
                work.put(part, "altimeter" if n == 0 else "second altimeter")
                continue
            joiner = next((p["as"] for p in work.ahead if p["type"] == "coupler"), None)
            if kind == "device" and not work.ahead:
                work.ask(part, "where")
                continue
            alias = f"{kind} {n}"
            inside = "upper 1" if kind == "device" else joiner if kind == "bulkhead" and joiner else "body"
            work.more.append(
                {"as": alias, "type": kind, "in": inside, "edge": "fore", **fresh_figures(kind, work.hull),
                 "offset_m": place * d if inside != joiner else 0.002}
            )  # fmt: skip
            work.put(part, alias)
