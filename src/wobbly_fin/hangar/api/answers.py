"""Rockets, drafts, boards and flights as answers."""

from dataclasses import asdict, dataclass, replace
from typing import Any

from django.utils import timezone

from wobbly_fin.formats.answers import assert_finite, flight_answer, trial_answer
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.actions.draft import BOXES, Draft
from wobbly_fin.hangar.actions.grow import GUESSED_SLENDERNESS
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.hangar.api.schemas import (
    BoardOut,
    DelayOut,
    DrawnOut,
    EventOut,
    FeatureOut,
    FlightOut,
    GroundOut,
    MotorVerdictOut,
    QuestionOut,
    RocketDraftOut,
    RocketOut,
    RungOut,
    TestOut,
)
from wobbly_fin.hangar.board import Board, Load, Question, load_key, ready
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.logbook.learnt import is_grounded
from wobbly_fin.rocketry.airframe import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import empty_totals, weigh
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.standard_drag import CRUISE_M_S, drag_at
from wobbly_fin.rocketry.choosing import Candidate
from wobbly_fin.rocketry.choosing.cost import cost_per_flight
from wobbly_fin.rocketry.choosing.explain import (
    delay_sentence,
    headline,
    nothing_fits_sentence,
    printed_sentence,
    shorten_sentence,
    thumb_sentence,
    why_not,
    wind_caution,
    wind_sentence,
)
from wobbly_fin.rocketry.choosing.ladder import Rung, ladder
from wobbly_fin.rocketry.choosing.pick import best_per_motor, thumb_for
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.lessons import lesson_sentence
from wobbly_fin.rocketry.flight import Flight, fly
from wobbly_fin.rocketry.flight.explain import conditions_sentence, events, lame_sentence, notes, said_flight, staging_notes
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.path import sample_path
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD, USUAL_CD_BAND, QuickRocket
from wobbly_fin.rocketry.flightlog.waiting import WORDS, waits_for
from wobbly_fin.rocketry.learning.band import height_band
from wobbly_fin.rocketry.learning.explain import band_sentence, learnt_sentences
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_range, show_size
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.api.answers import compared
from wobbly_fin.workshop.finished import mended


@dataclass(frozen=True, slots=True, kw_only=True)
class _Told:
    """What a rocket's document comes to, whoever's it is."""

    quick: bool
    stages: int
    drawn: list[DrawnOut]
    diameter_m: float
    length_m: float
    length_known: bool
    has_canopy: bool
    said: dict[str, str]


_told = Remembered[_Told](1000)


def _tell(document: dict[str, Any], units: UnitChoice) -> _Told:
    file = read_rocket_file(document)
    if file.is_quick:
        body = file.body
        return _Told(
            quick=True, stages=len(file.stages), drawn=[], diameter_m=body.diameter_m, length_known=body.length_m is not None,
            length_m=body.length_m or GUESSED_SLENDERNESS * body.diameter_m, has_canopy=file.canopy is not None, said=_said_rocket(file, units),
        )  # fmt: skip
    layout = lay_out(file.to_airframe())
    return _Told(
        quick=False, stages=len(file.stages), drawn=drawn_out(layout), diameter_m=layout.reference_diameter_m, length_m=layout.length_m,
        length_known=True, has_canopy=file.canopy is not None, said=_said_airframe(file, layout, units),
    )  # fmt: skip


def rocket_out(row: Rocket, units: UnitChoice) -> RocketOut:
    """A rocket as the hangar shows it; `row` comes from `with_flights`."""
    told = _told.get((content_hash("rocket", row.document), repr(units)), lambda: _tell(row.document, units))
    count: int = getattr(row, "flight_count", 0)
    landing, last = getattr(row, "last_landing", None), getattr(row, "flown_last", None)
    # Asked only of the few rockets it can be true of.
    grounded = bool(getattr(row, "reviewed", False)) and is_grounded(row)
    repaired = landing == "damaged" and last is not None and any(timezone.localdate(at) >= last for _, at in mended(row))
    waiting = waits_for(flights=count, last_landing=landing, has_canopy=told.has_canopy, grounded=grounded, mended=repaired)
    return RocketOut(
        id=row.pk,
        revision=row.revision,
        document=row.document,
        name=row.name,
        quick=told.quick,
        drawn=told.drawn,
        stages=told.stages,
        diameter_m=told.diameter_m,
        length_m=told.length_m,
        length_known=told.length_known,
        said=told.said,
        waits_for=WORDS[waiting],
        waits_code=waiting,
        flights=count,
        flown_last=getattr(row, "flown_last", None),
        can_undo=bool(row.undo_numbers),
        can_redo=bool(row.redo_numbers),
    )


def draft_out(draft: Draft, units: UnitChoice) -> RocketDraftOut:
    """A form read so far, with suggestions as texts that can go straight into the boxes."""
    questions = []
    for slip in draft.questions:
        suggestion = None
        if slip.suggestion_si is not None:
            quantity = BOXES[slip.field][0] if slip.field in BOXES else None
            suggestion = show(slip.suggestion_si, quantity, units) if quantity else f"{slip.suggestion_si:g}"
        questions.append(QuestionOut(field=slip.field, sentence=slip.sentence, suggestion=suggestion))
    return RocketDraftOut(
        si=draft.si, said=draft.said, errors=draft.errors, missing=draft.missing, questions=questions,
        document=draft.file.model_dump(mode="json") if draft.file else None,
    )  # fmt: skip


def board_out(board: Board) -> BoardOut:
    """The verdict board."""
    asked, candidates = board.question, board.candidates
    units, site = asked.units, asked.now.site
    best = candidates[0] if candidates else None
    thumb = thumb_for(asked.rocket, best.motor, site, asked.rules) if best else None
    fitting = {m.key for c in candidates for m in (c.motor, *c.boosters)}
    return BoardOut(
        headline=headline(candidates, units),
        conditions=conditions_sentence(site, units),
        caution=wind_caution(site, asked.rules, units),
        ladder=[_rung_out(rung, units) for rung in ladder(candidates)],
        motors=[_motor_verdict(board, leader) for leader in best_per_motor(candidates)],
        not_fitting=len(board.shelf) - len(fitting),
        empty=None if candidates else _empty_sentence(board),
        thumb=thumb_sentence(thumb, best, best.motor) if thumb and best else None,
        printed=[_printed(board, label) for label in asked.file.printed_motors],
        drag_note=_drag_note(asked),
        wind_note=_wind_note(asked, best) if best else None,
        shorten=shorten_sentence(best) if best else None,
        ground_name=asked.now.field.name if asked.now.field and asked.now.ground and asked.now.ground.outline else None,
        flying=_flying(asked),
        learnt=_learnt(asked, best),
        lessons=[lesson_sentence(x) for x in asked.lessons],
    )


def _learnt(asked: Question, best: Candidate | None) -> list[str]:
    """What earlier flights put into these verdicts; nothing where none was measured."""
    if not asked.learnt.flights:
        return []
    plain = asked.file.to_rocket()
    cd = plain.cd if isinstance(plain, QuickRocket) else asked.file.own_cd or drag_at(plain.layout).cd
    said = list(learnt_sentences(asked.learnt, cd, asked.units))
    if best is not None and best.delay_s is not None:
        real = asked.situation.taught.real_delay_s(best.motor, best.delay_s)
        if real is not None and abs(real - best.delay_s) >= 0.1:
            said.append(f"{best.label} burns {real:.1f} s as flown, not {best.delay_s:g} s; the verdicts count with that.")
    return said


def _learnt_band(asked: Question, load: Load) -> str | None:
    """The next height with how sure its flights make it; None where none was measured."""
    if not asked.learnt.flights:
        return None
    plain = asked.file.to_rocket(boosters=load.boosters) if load.boosters else asked.file.to_rocket()
    found = height_band(plain, load.motor, asked.now.site, asked.learnt)
    return band_sentence(found, asked.units) if found is not None else None


def _wind_note(asked: Question, best: Candidate) -> str | None:
    """Today's wind against calm air for the best candidate."""
    site = asked.now.site
    if site.ground_wind_m_s <= 0 or not isinstance(asked.rocket, RigidRocket) or best.flight.optimum_delay_s is None:
        return None
    calm = replace(site, wind_speed_m_s=0.0, layers=(), gustiness="calm")
    still = fly(asked.rocket.over(best.boosters), best.motor, best.delay_s, calm)
    return wind_sentence(best, still.optimum_delay_s, still.apogee_altitude_m, site, asked.rules, asked.units)


def _flying(asked: Question) -> str:
    """How the flights were computed, in a line."""
    if not isinstance(asked.rocket, RigidRocket):
        return "Flown as a point straight up in still air; the wind acts under the canopy. Give it its parts and it leans into the wind."
    return "Flown as a rigid body: it leans into the wind as its fins turn it, and what that costs is in every figure."


def flight_out(asked: Question, load: Load, candidate: Candidate) -> FlightOut:
    """One flight with its path, events and sentences."""
    motor, site, units = candidate.motor, asked.now.site, asked.units
    taught = asked.situation.taught
    flight, trace = fly_traced(ready(asked, load), taught.as_pushed(motor), taught.real_delay_s(motor, candidate.delay_s), site)
    path = sample_path(trace) if flight.lifted else None
    band = None
    if flight.lifted and not asked.cd_known and asked.file.is_quick and not asked.learnt.flights:
        ends = [fly(asked.file.to_rocket(cd), motor, None, site).apogee_altitude_m or 0.0 for cd in USUAL_CD_BAND]
        band = sorted(ends)
    rigid = isinstance(asked.rocket, RigidRocket)
    length = asked.rocket.layout.length_m if isinstance(asked.rocket, RigidRocket) else 0.0
    top = max(flight.apogee_altitude_m or 0.0, 10.0)
    out = FlightOut(
        label=candidate.label,
        delay_s=candidate.delay_s,
        verdict=candidate.verdict,
        tests=[TestOut(**trial_answer(t, units)) for t in candidate.tests],
        lifted=flight.lifted,
        figures=flight_answer(flight),
        said=said_flight(flight, units),
        events=[EventOut(**asdict(e)) for e in events(flight, units)],
        time_s=path.time_s.round(4).tolist() if path else [],
        altitude_m=path.altitude_m.round(3).tolist() if path else [],
        speed_m_s=path.speed_m_s.round(3).tolist() if path else [],
        acceleration_m_s2=path.acceleration_m_s2.round(2).tolist() if path else [],
        x_m=path.x_m.round(2).tolist() if path else [],
        y_m=path.y_m.round(2).tolist() if path else [],
        axis=path.axis.round(3).tolist() if path else [],
        rigid=rigid,
        length_m=length,
        wind=[[round(z, 1), *(round(w, 2) for w in site.wind_at_m_s(z))] for z in (2.0, *(top * i / 8 for i in range(1, 9)))],
        ground=_ground_out(asked),
        notes=[*notes(flight, units), *_staging(asked, load, candidate, flight), *_lame(asked, load, candidate, flight)],
        delay_sentence=delay_sentence(candidate),
        height_band_m=band,
        height_band=show_range(band[0], band[1], "height", units) if band else None,
        learnt_band=_learnt_band(asked, load) if flight.lifted else None,
    )
    assert_finite(out.figures)
    return out


def _staging(asked: Question, load: Load, candidate: Candidate, flight: Flight) -> list[str]:
    rocket = ready(asked, load)
    if not isinstance(rocket, RigidRocket) or not rocket.boosters or not flight.lifted:
        return []
    late = fly(replace(rocket, lights_after_s=1.0), candidate.motor, candidate.delay_s, asked.now.site)
    return staging_notes(flight, late, rocket.gaps_m(candidate.motor), asked.units)


def _lame(asked: Question, load: Load, candidate: Candidate, flight: Flight) -> list[str]:
    """What one motor of the lowest cluster failing to light would do."""
    rocket = ready(asked, load)
    if not isinstance(rocket, RigidRocket) or rocket.motors_in(len(rocket.airframe.stages) - 1) < 2 or not flight.lifted:
        return []
    try:
        lame = fly(replace(rocket, dead=1), candidate.motor, candidate.delay_s, asked.now.site)
    except RocketryError:
        return []
    return [lame_sentence(lame, asked.units)]


def _ground_out(asked: Question) -> GroundOut | None:
    now = asked.now
    if now.ground is None or now.field is None or not now.ground.outline:
        return None
    return GroundOut(
        name=now.field.name,
        outline=[list(c) for c in now.ground.outline],
        features=[FeatureOut(kind=f.kind, name=f.name, points=[list(p) for p in f.points]) for f in now.ground.features],
    )


def _said_rocket(file: RocketFile, units: UnitChoice) -> dict[str, str]:
    body, mount, canopy = file.body, file.mount, file.canopy
    return {
        "mass": show(body.mass_kg, "mass", units),
        "diameter": show(body.diameter_m, "short_length", units),
        "length": show(body.length_m, "short_length", units) if body.length_m else "not measured",
        "mount": show_size(mount.diameter_mm / 1000, mount.max_length_mm / 1000, units),
        "canopy": f"{show(canopy.diameter_m, 'short_length', units)} {canopy.kind}" if canopy else "none",
        "cd": f"{body.cd:.2g}" if body.cd is not None else f"not known, {USUAL_CD:g} taken",
    }


def _said_airframe(file: RocketFile, layout: Layout, units: UnitChoice) -> dict[str, str]:
    canopy, whole = file.to_canopy(), empty_totals(file.to_airframe(), weigh(layout))
    try:
        mount = file.to_mount()
        said_mount = show_size(mount.diameter_m, mount.max_length_m, units)
    except RocketryError:
        said_mount = "none yet"
    return {
        "mass": show(whole.mass_kg, "mass", units),
        "diameter": show(layout.reference_diameter_m, "short_length", units),
        "length": show(layout.length_m, "short_length", units),
        "mount": said_mount,
        "canopy": f"{show(canopy.diameter_m, 'short_length', units)} {canopy.kind}" if canopy else "none",
        "cd": f"{file.known.cd:.2g}" if file.known.cd is not None else f"{drag_at(layout).cd:.2f}, built up",
    }


def _rung_out(rung: Rung, units: UnitChoice) -> RungOut:
    said = {}
    for name, span, quantity in (
        ("apogee", rung.apogee_m, "height"), ("rod_speed", rung.rod_speed_m_s, "speed"), ("best_delay", rung.best_delay_s, "duration"),
    ):  # fmt: skip
        if span is not None:
            said[name] = show_range(span[0], span[1], quantity, units)
    return RungOut(
        impulse_class=rung.impulse_class, motors=rung.motors, good=rung.good, verdict=rung.verdict,
        apogee_m=list(rung.apogee_m) if rung.apogee_m else None, said=said,
    )  # fmt: skip


def _motor_verdict(board: Board, leader: Candidate) -> MotorVerdictOut:
    motor, units = leader.motor, board.question.units
    curve, stocked = motor.curve, board.stock.get(motor.key)
    return MotorVerdictOut(
        key=load_key(leader, board.key_of),
        name=motor.name if not leader.boosters else " + ".join([*(b.name for b in reversed(leader.boosters)), motor.name]),
        maker=motor.maker,
        impulse_class=motor.decoded.impulse_class.name,
        case=motor.case,
        propellant=motor.propellant,
        kind=motor.kind,
        average_thrust_n=curve.average_thrust_n,
        thrust=[list(pair) for pair in zip(curve.times_s, curve.thrust_n, strict=True)],
        verdict=leader.verdict,
        apogee_m=leader.flight.apogee_altitude_m,
        optimum_delay_s=leader.flight.optimum_delay_s,
        said=said_flight(leader.flight, units) | {"burn_time": f"{curve.burn_time_s:.1f} s"},
        delays=[_delay_out(c, units) for c in board.candidates if c.key == leader.key],
        boosters=[b.name for b in leader.boosters],
        in_box=stocked.count if stocked else 0,
        cost=cost_per_flight(stocked, leader.motors),
        compare=compared(motor, stocked, units),
    )


def _delay_out(candidate: Candidate, units: UnitChoice) -> DelayOut:
    ejection = candidate.flight.ejection
    return DelayOut(
        label=candidate.label,
        delay_s=candidate.delay_s,
        verdict=candidate.verdict,
        margin=candidate.margin,
        tests=[TestOut(**trial_answer(t, units)) for t in candidate.tests],
        why_not=why_not(candidate, units),
        after_apogee_s=ejection.after_apogee_s if ejection else None,
        ejection_speed_m_s=ejection.speed_m_s if ejection else None,
        shorten_s=candidate.shorten_s,
    )


def _printed(board: Board, label: str) -> str:
    """The box's motor, flown with the box's delay whether or not it is sold with it, beside today's best."""
    asked = board.question
    best = board.candidates[0] if board.candidates else None
    try:
        motor, delay_s = find_motor(label, [s.motor for s in board.shelf])
    except RocketryError:
        return printed_sentence(label, None, best, asked.units)
    found = next((c for c in board.candidates if c.motor is motor and c.delay_s == delay_s), None)
    return printed_sentence(label, found, best, asked.units)


def _empty_sentence(board: Board) -> str:
    mount = board.question.mount
    sizes = [round(s.motor.diameter_m * 1000, 3) for s in board.shelf]
    return nothing_fits_sentence(mount.diameter_m * 1000, mount.max_length_m * 1000, sizes)


def _drag_note(asked: Question) -> str:
    rocket = asked.rocket
    if asked.cd_known:
        return f"Flown with your Cd of {asked.file.own_cd:.2g}."
    if isinstance(rocket, RigidRocket):
        return (
            f"Drag is built up from the parts by speed, thrusting and coasting; coasting at {show(CRUISE_M_S, 'speed', asked.units)} it is a Cd"
            f" of {drag_at(rocket.layout).cd:.2f}. Shape shows where it is."
        )
    low, high = USUAL_CD_BAND
    return (
        f"Cd not known: flown with {USUAL_CD:g}. Ordinary models run {low:g} to {high:g} (common practice, no source);"
        " the height band on the flight plot shows what that leaves open."
    )
