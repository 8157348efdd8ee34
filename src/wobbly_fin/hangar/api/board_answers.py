"""The verdict board as an answer: every motor and delay with its verdict, and what the figures rest on."""

from collections.abc import Sequence
from dataclasses import replace

from wobbly_fin.formats.answers import trial_answer
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.api.flight_answers import said_of
from wobbly_fin.hangar.api.schemas import (
    BoardOut,
    DelayOut,
    MotorVerdictOut,
    PrintedOut,
    RungOut,
    TestOut,
)
from wobbly_fin.hangar.board import Board
from wobbly_fin.hangar.question import Question, load_key
from wobbly_fin.rocketry.airframe.standard_drag import CRUISE_M_S, cruise_cd
from wobbly_fin.rocketry.choosing.cost import cost_per_flight
from wobbly_fin.rocketry.choosing.explain import (
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
from wobbly_fin.rocketry.choosing.pick import Candidate, best_per_motor, thumb_for
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.lessons import lesson_sentence
from wobbly_fin.rocketry.flight.explain import conditions_sentence
from wobbly_fin.rocketry.flight.flight import fly_vehicle
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD, USUAL_CD_BAND, QuickRocket
from wobbly_fin.rocketry.learning.explain import learnt_sentences
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_range
from wobbly_fin.stores.api.answers import compared


def board_out(board: Board) -> BoardOut:
    """The verdict board."""
    asked, candidates = board.question, board.candidates
    units, site = asked.units, asked.now.site
    best = candidates[0] if candidates else None
    thumb = thumb_for(asked.base.rocket, best.motor, site, asked.rules) if best else None
    delays: dict[str, list[Candidate]] = {}
    for c in candidates:
        delays.setdefault(c.key, []).append(c)
    fitting = {m.key for c in candidates for m in c.configuration.motors}
    tested = _Tested(units)
    return BoardOut(
        headline=headline(candidates, units),
        conditions=conditions_sentence(site, units),
        caution=wind_caution(site, asked.rules, units),
        ladder=[_rung_out(rung, units) for rung in ladder(candidates)],
        motors=[_motor_verdict(board, leader, delays[leader.key], tested) for leader in best_per_motor(candidates)],
        not_fitting=len(board.shelf) - len(fitting),
        empty=None if candidates else _empty_sentence(board),
        thumb=thumb_sentence(thumb, best, best.motor) if thumb and best else None,
        printed=[_printed(board, label) for label in asked.file.printed_motors],
        mount_mm=round(asked.base.mounts[0].diameter_m * 1000, 6),
        usual=best is not None and any(g.any_of_class for g in best.case.guesses),
        practice=best is not None and board.practice(best),
        drag_note=_drag_note(asked),
        wind_note=_wind_note(asked, best) if best else None,
        shorten=shorten_sentence(best) if best else None,
        ground_name=asked.now.field.name if asked.now.field and asked.now.ground and asked.now.ground.outline else None,
        flying=_flying(asked),
        learnt=_learnt(asked, best),
        lessons=[lesson_sentence(x) for x in facts.lessons(board.row)],
    )


def _learnt(asked: Question, best: Candidate | None) -> list[str]:
    """What earlier flights put into these verdicts; nothing where none was measured."""
    if not asked.known.learnt.flights and not asked.known.learnt.others[1]:
        return []
    plain = asked.file.to_rocket()
    cd = plain.cd if isinstance(plain, QuickRocket) else asked.file.own_cd or cruise_cd(plain.layout)
    said = list(learnt_sentences(asked.known.learnt, cd, asked.units))
    if best is not None and best.delay_s is not None:
        real = asked.situation.taught.real_delay_s(best.motor, best.delay_s)
        if real is not None and abs(real - best.delay_s) >= 0.1:
            said.append(f"{best.label} burns {real:.1f} s as flown, not {best.delay_s:g} s; the verdicts count with that.")
    return said


def _wind_note(asked: Question, best: Candidate) -> str | None:
    """Today's wind against calm air for the best candidate."""
    site = asked.now.site
    if site.ground_wind_m_s <= 0 or asked.base.rigid is None or best.flight.optimum_delay_s is None:
        return None
    calm = replace(site, wind_speed_m_s=0.0, layers=(), gustiness="calm")
    still = fly_vehicle(best.case.pushed.vehicle, [best.case.pushed.flown_delay_s(best.delay_s)], calm)[0]
    return wind_sentence(best, still.optimum_delay_s, still.apogee_altitude_m, site, asked.rules, asked.units)


def _flying(asked: Question) -> str:
    """How the flights were computed, in a line."""
    if asked.base.rigid is None:
        return "Flown as a point straight up in still air; the wind acts under the canopy. Give it its parts and it leans into the wind."
    return "Flown as a rigid body: it leans into the wind as its fins turn it, and what that costs is in every figure."


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


def _motor_verdict(board: Board, leader: Candidate, delays: Sequence[Candidate], tested: "_Tested") -> MotorVerdictOut:
    motor, units = leader.motor, board.question.units
    curve, stocked = motor.curve, board.stock.get(motor.key)
    return MotorVerdictOut(
        key=load_key(leader, board.key_of),
        name=leader.configuration.name,
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
        said=said_of(leader, units) | {"burn_time": f"{curve.burn_time_s:.1f} s"},
        delays=[_delay_out(board, c, units, tested) for c in delays],
        boosters=[b.name for b in leader.boosters],
        in_box=stocked.count if stocked else 0,
        own=board.own(leader),
        practice=board.practice(leader),
        cost=cost_per_flight(stocked, leader.motors),
        compare=compared(motor, stocked, units),
    )


def _delay_out(board: Board, candidate: Candidate, units: UnitChoice, tested: "_Tested") -> DelayOut:
    ejection = candidate.flight.ejection
    return DelayOut(
        label=candidate.label,
        delay_s=candidate.delay_s,
        verdict=candidate.verdict,
        margin=candidate.margin,
        tests=[tested(t) for t in candidate.tests],
        why_not=why_not(candidate, units),
        after_apogee_s=ejection.after_apogee_s if ejection else None,
        ejection_speed_m_s=ejection.speed_m_s if ejection else None,
        shorten_s=candidate.shorten_s,
        here=board.in_box(candidate),
    )


class _Tested:
    """Tests as answers: of one motor's delays most are the same, and are written once."""

    def __init__(self, units: UnitChoice) -> None:
        self._units = units
        self._written: dict[int, TestOut] = {}

    def __call__(self, test: Trial) -> TestOut:
        # By identity: they live as long as the board that is answered.
        if id(test) not in self._written:
            self._written[id(test)] = TestOut(**trial_answer(test, self._units))
        return self._written[id(test)]


def _printed(board: Board, label: str) -> PrintedOut:
    """The box's motor, flown with the box's delay whether or not it is sold with it, beside today's best."""
    asked = board.question
    best = board.candidates[0] if board.candidates else None
    try:
        motor, delay_s = find_motor(label, [s.motor for s in board.shelf if s.key.partition(":")[0] != "class"])
    except RocketryError:
        return PrintedOut(label=label, say=printed_sentence(label, None, best, asked.units), unknown=True)
    found = next((c for c in board.candidates if c.motor is motor and c.delay_s == delay_s), None)
    return PrintedOut(label=label, say=printed_sentence(label, found, best, asked.units), unknown=False)


def _empty_sentence(board: Board) -> str:
    mount = board.question.base.mounts[0]
    sizes = [round(s.motor.diameter_m * 1000, 3) for s in board.shelf]
    return nothing_fits_sentence(mount.diameter_m * 1000, mount.max_length_m * 1000, sizes)


def _drag_note(asked: Question) -> str:
    rigid = asked.base.rigid
    if asked.cd_known:
        return f"Flown with your Cd of {asked.file.own_cd:.2g}."
    if rigid is not None:
        return (
            f"Drag is built up from the parts by speed, thrusting and coasting; coasting at {show(CRUISE_M_S, 'speed', asked.units)} it is a Cd"
            f" of {cruise_cd(rigid.layout):.2f}. Shape shows where it is."
        )
    low, high = USUAL_CD_BAND
    return (
        f"Cd not known: flown with {USUAL_CD:g}. Ordinary models run {low:g} to {high:g} (common practice, no source);"
        " the height band on the flight plot shows what that leaves open."
    )
