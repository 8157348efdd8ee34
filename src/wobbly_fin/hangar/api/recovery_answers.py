"""The Recovery station's answer, put together from the core's."""

import uuid
from collections.abc import Mapping
from typing import Any, Literal

from wobbly_fin.formats.pictures import picture_out
from wobbly_fin.hangar.api.readiness import PLACES
from wobbly_fin.hangar.api.recovery_schemas import (
    BayLayerOut,
    BayOut,
    CanopyOptionOut,
    CardOut,
    CardStepOut,
    ChargeOut,
    FailingOut,
    GasStepOut,
    GroundTestOut,
    HappeningOut,
    LinkOut,
    LoadCaseOut,
    RecoveryOut,
    TimelineOut,
    VentOut,
)
from wobbly_fin.hangar.api.schemas import OptionOut
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.recovery import Choice, RecoveryStation
from wobbly_fin.rocketry.airframe.layout import recovery_packs
from wobbly_fin.rocketry.canopies.packing import PROTECTIONS
from wobbly_fin.rocketry.canopies.pins import PINS_N
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.explain_openings import failing_sentence, opening_sentence
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.recovery import explain
from wobbly_fin.rocketry.recovery.bays import FilledBay
from wobbly_fin.rocketry.recovery.card import Card
from wobbly_fin.rocketry.recovery.cases import Case
from wobbly_fin.rocketry.recovery.folds import FOLDS
from wobbly_fin.rocketry.recovery.gas_path import blocked, burns
from wobbly_fin.rocketry.recovery.plan import RESULTS
from wobbly_fin.rocketry.recovery.whole import Recovery
from wobbly_fin.rocketry.units.display import UnitChoice, show

_FIRSTS = {
    "main": "canopy at once",
    "tumble": "tumbles, main lower",
    "drogue": "drogue, main lower",
    "tumble_only": "only tumbles",
}


def recovery_out(row: Rocket, s: RecoveryStation) -> RecoveryOut:
    """The station's answer."""
    found, units, choice = s.found, s.units, s.file.recovery
    canopy = found.canopy
    trim = explain.trim_hole_m(found, s.density_kg_m3)
    packs = recovery_packs(s.layout)
    warnings = _warnings(s)
    return RecoveryOut(
        rocket_id=row.pk,
        revision=row.revision,
        verdict=_verdict(s, warnings),
        landing=explain.landing_sentence(found, units),
        remedy=explain.remedy_sentence(found, s.density_kg_m3, units),
        trim_m=round(trim, 4) if trim is not None else None,
        trim=show(trim, "short_length", units) if trim is not None else "",
        canopy_part=uuid.UUID(packs[0].part.id) if packs and packs[0].part.id else None,
        cord=explain.cord_sentence(found, units) if found.bays else "",
        cd=f"{explain.cd_sentence(found.kind, canopy.drag_coefficient)} {explain.hung_sentence(found, units)}".strip()
        if canopy is not None
        else explain.tumbling_sentence(),
        warnings=warnings,
        burns=any(burns(b.gas) for b in found.bays),
        upgrade=explain.upgrade_sentence(found, units),
        bays=[_bay_out(s, b, choice.typed) for b in found.bays],
        cases=[_case_out(c, units) for c in found.cases],
        refused=[trial_sentence(t, units) for t in _refused(s)],
        caution=explain.caution() if any(b.push is not None for b in found.bays) else "",
        vents=[VentOut(say=explain.vent_sentence(v, units), good=v.code == "good") for v in found.vents],
        options=[_option_out(c, found, units) for c in s.choices],
        band=list(found.band),
        rate_m_s=round(found.rate_m_s, 3),
        timeline=_timeline_out(s),
        cards=[_card_out(c) for c in s.cards],
        tests=[
            GroundTestOut(
                id=t.id, on=t.on.isoformat(), event=t.event, charge=t.typed or f"{t.charge_kg * 1000:.2g} g", result=RESULTS[t.result],
                remark=t.remark,
            )
            for t in sorted(choice.tests, key=lambda t: t.on, reverse=True)
        ],
        protection=choice.protection,
        wadding=choice.wadding,
        fold=choice.fold,
        first=choice.first,
        main_height=choice.typed.get("main_height", ""),
        drogue=choice.typed.get("drogue", ""),
        motor_charge=choice.typed.get("motor_charge", ""),
        at_apogee=choice.at_apogee,
        protections=_options(PROTECTIONS),
        folds=_options(FOLDS),
        firsts=_options(_FIRSTS),
        pins=[OptionOut(key=k, label=f"{k}, {show(n, 'force', units)}") for k, n in PINS_N.items()],
        results=_options(RESULTS),
        motor=s.motor,
        failings=[FailingOut(say=failing_sentence(f, units), then=f.then) for f in s.failings],
        motor_named=s.named,
        motors=[OptionOut(key="", label="best today"), *(OptionOut(key=m.name, label=m.label) for m in s.motors)],
    )  # fmt: skip


def _refused(s: RecoveryStation) -> list[Trial]:
    """Tests it fails that are mended here, and a charge with no way out, which opens nothing."""
    against = s.judged.against if s.judged is not None else ()
    return [t for t in against if t.name == "charge" or PLACES[t.name] == "recovery"]


def _warnings(s: RecoveryStation) -> list[str]:
    """What wants a word before it flies, in order of urgency; the landing and the cord speak for themselves."""
    found, units = s.found, s.units
    failing = [c for c in found.cases if c.loads.weakest.safety < 1]
    # That a canopy let out in a dive tears is nothing to mend at the bench: it stands among the cases only.
    dive = [c for c in failing if c.fault and c.opens == "main" and found.plan.sequence.two_events]
    said = [
        *(explain.exposed_sentence(step) for step in found.exposed),
        *(explain.weakest_sentence(c, units) for c in failing if c not in dive),
        *(explain.push_sentence(b, units) for b in found.bays if b.push is not None and b.push.bursts),
        explain.altimeter_sentence(found, s.electronics),
        *(explain.fit_sentence(b, units) for b in found.bays if b.packed.fit in ("tight", "does not fit")),
        *(explain.motor_charge_sentence(b, units) for b in found.bays if b.push is None and b.motor and b.motor.verdict != "suits"),
        *(explain.ground_test_sentence(b) for b in found.bays if b.push is not None and (b.test is None or b.test.result != "threw" or b.test_stale)),
        *(explain.vent_sentence(v, units) for v in found.vents if v.code != "good"),
        explain.zip_sentence(found),
    ]  # fmt: skip
    return list(dict.fromkeys(w for w in said if w))


def _verdict(s: RecoveryStation, warnings: list[str]) -> Literal["good", "warn", "no"]:
    found = s.found
    gives_way = any(c.loads.weakest.safety < 1 for c in found.cases if not c.fault)
    gas_stops = any(blocked(b.gas) and b.fired_by == "motor" for b in found.bays)
    burning = any(burns(b.gas) for b in found.bays)
    tested_badly = any(b.test is not None and b.test.result != "threw" for b in found.bays if b.push is not None)
    unfit = any(b.packed.fit == "does not fit" for b in found.bays)
    heavy_tumbler = found.kind == "tumble" and found.breaks_fins
    bursting = any(b.push is not None and b.push.bursts for b in found.bays)
    if bursting or gives_way or gas_stops or burning or tested_badly or unfit or heavy_tumbler or _refused(s):
        return "no"
    hard = found.breaks_fins or found.rate_m_s > found.band[1]
    short = bool(found.bays) and found.cord_m < found.cord_wants_m[0]
    return "warn" if warnings or hard or short else "good"


def _bay_out(s: RecoveryStation, bay: FilledBay, typed: dict[str, str]) -> BayOut:
    units, push, charge = s.units, bay.push, None
    if push is not None and bay.pins is not None:
        charge = ChargeOut(
            push=explain.push_sentence(bay, units), pins=explain.pins_sentence(bay, units), tested=explain.ground_test_sentence(bay),
            count=bay.pin_count, pin=bay.pin, throw=typed.get(f"{bay.event}_throw") or show(bay.wish.throw_n, "force", units),
            friction=typed.get(f"{bay.event}_friction", ""), wants=bay.pins.count,
        )  # fmt: skip
    return BayOut(
        event=bay.event,
        name=bay.tube.part.called,
        length_m=bay.bay.length_m,
        fore_m=bay.bay.fore_m - bay.tube.fore_m,
        bore_m=bay.bay.bore_m,
        tube_fore_m=bay.tube.fore_m,
        layers=[
            BayLayerOut(
                what=x.what, kind=kind, length_m=x.length_m, depth_m=x.depth_m, said=explain.packed(x.length_m, units),
                depth=explain.packed(max(x.depth_m, 0.0), units),
            )
            for x, kind in zip(bay.packed.layers, bay.kinds, strict=True)
        ],
        fit=bay.packed.fit,
        fits=explain.fit_sentence(bay, units),
        fired_by=bay.fired_by,
        foot=" ".join(opening_sentence(o, s.layout, units) for o in s.found.openings if o == bay.opening or (bay.released and o.source == "release")),
        motor_charge=explain.motor_charge_sentence(bay, units),
        motor_verdict=bay.motor.verdict if bay.motor is not None else "",
        charge=charge,
        gas=[
            GasStepOut(
                what=g.what or "no protection", state=g.state, say=explain.exposed_sentence(g) if g.code else "",
                bore=show(g.bore_m, "short_length", units) if g.bore_m else "",
            )
            for g in bay.gas
        ],
    )  # fmt: skip


def _case_out(case: Case, units: UnitChoice) -> LoadCaseOut:
    weakest = case.loads.weakest
    return LoadCaseOut(
        name=case.name,
        speed=show(case.speed_m_s, "speed", units),
        sentence=explain.weakest_sentence(case, units),
        fault=case.fault,
        links=[
            LinkOut(
                name=x.name, kind=x.kind, load=explain.force(x.load_n, units), holds=explain.force(x.holds_n, units), why=x.why,
                safety=round(min(x.safety, 99.0), 2), weakest=x is weakest, pulled=x.pulled,
            )
            for x in case.loads.links
        ],
    )  # fmt: skip


def _option_out(choice: Choice, found: Recovery, units: UnitChoice) -> CanopyOptionOut:
    o = choice.option
    energy = f"{o.energy_j:.2g} J" if o.energy_j < 10 else f"{o.energy_j:.0f} J"
    holds = "" if o.holds == float("inf") else "gives way" if o.holds < 1 else f"{min(o.holds, 99):.1f}×"
    return CanopyOptionOut(
        key=o.spare.key, name=o.spare.name, rate=show(o.rate_m_s, "speed", units), rate_m_s=round(o.rate_m_s, 3), energy=energy,
        drift=show(choice.drift_m, "height", units) if choice.drift_m is not None else "", drift_m=choice.drift_m, fit=o.fit,
        fill=round(o.fill, 3), holds=holds, nearest=o.nearest,
        verdict="fast" if o.rate_m_s > found.band[1] else "slow" if o.rate_m_s < found.band[0] else "good",
    )  # fmt: skip


def _timeline_out(s: RecoveryStation) -> TimelineOut:
    words = explain.timeline_words(s.moments, s.units)
    two = s.found.plan.sequence.two_events and s.far_m is not None and s.far_at_once_m is not None
    return TimelineOut(
        moments=[
            HappeningOut(code=m.code, time_s=round(m.time_s, 2), altitude_m=round(m.altitude_m, 1), word=explain.happening_words(m.code), said=w)
            for m, w in zip(s.moments, words, strict=True)
        ],
        time_s=[round(float(t), 2) for t in s.path.time_s] if s.path is not None else [],
        altitude_m=[round(float(h), 1) for h in s.path.altitude_m] if s.path is not None else [],
        walk=explain.walk_sentence(s.far_m or 0.0, s.far_at_once_m or 0.0, s.units) if two else "",
        first=explain.first_sentence(s.found, s.units),
    )  # fmt: skip


def _card_out(card: Card) -> CardOut:
    return CardOut(
        title=card.title,
        steps=[
            CardStepOut(key=c.key, title=c.title, text=c.text, check=c.check, caution=c.caution, picture=picture_out(c.picture))
            for c in card.steps
        ],
    )


def _options(known: Mapping[Any, str]) -> list[OptionOut]:
    return [OptionOut(key=k, label=v) for k, v in known.items()]
