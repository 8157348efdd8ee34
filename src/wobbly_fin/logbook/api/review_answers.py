"""Reviews, teardowns and statistics as answers."""

from collections.abc import Callable
from typing import Any

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.logbook.api.page import curve_out
from wobbly_fin.logbook.api.review_schemas import (
    AskedOut,
    CertificationOut,
    ChainLinkIO,
    FindingIO,
    FlownPathOut,
    MotorDelayOut,
    RankedOut,
    RepairOut,
    ReplayFigureOut,
    ReplayOut,
    ReviewedPartOut,
    ReviewOut,
    StatisticsOut,
    SummaryOut,
    TeardownOut,
)  # fmt: skip
from wobbly_fin.logbook.clues import Flown, clues_of, flown_of
from wobbly_fin.logbook.learnt import open_repairs
from wobbly_fin.logbook.measured import measured
from wobbly_fin.logbook.models import Flight, Review, Teardown
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.building.repairs import DAMAGES
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.failures.causes import CAUSES, PHASES
from wobbly_fin.rocketry.failures.chain import PART_STATES, Link, proposed_chain
from wobbly_fin.rocketry.failures.clues import CLUES
from wobbly_fin.rocketry.failures.explain import advice_sentence, chain_sentence, likelihood, replay_sentence
from wobbly_fin.rocketry.failures.replay import Replay
from wobbly_fin.rocketry.failures.review import Ranked, questions, rank
from wobbly_fin.rocketry.failures.teardown import JOINTS, WENT, Finding, advise
from wobbly_fin.rocketry.flight.flight import Flight as FlightOf
from wobbly_fin.rocketry.flight.path import Path
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS, succeeded
from wobbly_fin.rocketry.flightlog.statistics import FlightLine, Summary, summaries
from wobbly_fin.rocketry.learning.delays import DelayLearnt
from wobbly_fin.rocketry.learning.explain import delay_sentence
from wobbly_fin.rocketry.motors.motor import label_of
from wobbly_fin.rocketry.units.display import UnitChoice, show, signed_share
from wobbly_fin.rocketry.units.parse import parse_si, read_number
from wobbly_fin.rocketry.units.quantities import SYMBOLS
from wobbly_fin.rocketry.units.registry import convert
from wobbly_fin.site.seen import version_of
from wobbly_fin.workshop.models import Build

_SHOWN_CAUSES = 6
_LOUD = 0.2  # of a replay’s weight, before it is said to speak for or against


def review_out(flight: Flight, units: UnitChoice) -> ReviewOut:
    """A review as it stands; an empty one where none was begun."""
    row = Review.objects.filter(flight=flight).first() or Review(flight=flight)
    found, known, log = flown_of(flight), clues_of(flight), measured(flight).log
    evidence = known | row.answers
    ranked = rank(evidence, found.causes)
    useful = set(questions(evidence, flown=found.causes))
    file = read_rocket_file(flight.rocket_snapshot.content)
    links = tuple(Link(**(link | {"from_keys": tuple(link["from_keys"])})) for link in row.chain)
    shown = [r for i, r in enumerate(ranked) if i < _SHOWN_CAUSES or r.key == row.cause]
    still = set(open_repairs(flight.rocket))
    builds = {b.damage: b.pk for b in Build.objects.filter(rocket=flight.rocket, kind="repair", deleted_at__isnull=True)}
    counts = row.decided_at is not None and row.grounds
    asked = [key for key, clue in CLUES.items() if clue.source == "answer" and (key in row.answers or key in useful)]
    return ReviewOut(
        version=version_of(row),
        flight_id=flight.pk,
        rocket_id=flight.rocket_id,
        rocket_name=flight.rocket.name,
        day=flight.flown_on,
        label=flight.label,
        happened=f"{OPENINGS[flight.opening]}, {LANDINGS[flight.landing]}",  # type: ignore[index]
        known=[CLUES[k].yes if v else CLUES[k].no for k, v in known.items() if v or CLUES[k].source == "log"],
        questions=[
            AskedOut(key=key, question=CLUES[key].question, answer=row.answers.get(key), useful=key in useful) for key in asked
        ],
        causes=[_ranked(r, found, units) for r in shown],
        parts=[
            ReviewedPartOut(
                key=str(p.id), name=getattr(p, "name", "") or _word(p.type), type=p.type, state=row.parts.get(str(p.id), ""),
                can_salvage=p.type in PART_TYPES and row.parts.get(str(p.id)) in ("held", "marked"), salvaged=str(p.id) in row.salvaged,
            )
            for p in file.parts
        ],
        part_states=dict(PART_STATES), phases=dict(PHASES), damages=dict(DAMAGES), is_quick=file.is_quick,  # type: ignore[arg-type]
        cause=row.cause, chain=[_link(x) for x in links], chain_said=chain_sentence(links), changes=row.changes, lesson=row.lesson,
        repairs=[
            RepairOut(damage=d, words=DAMAGES[d], done=d in row.mended or (counts and d not in still), build_id=builds.get(d))
            for d in row.repairs
        ],
        grounds=row.grounds, grounded_now=bool(still),
        drawn=[] if file.is_quick else drawn_out(lay_out(file.to_airframe())),
        phase=row.phase or (CAUSES[row.cause].phase if row.cause in CAUSES else ""),
        phase_told=bool(row.phase), separated=row.separated, decided=row.decided_at is not None,
        curve=curve_out(log, units) if log is not None else None,
        planned=None if found.planned is None else _path(found.planned, found.forecast),
    )  # fmt: skip


def _ranked(r: Ranked, found: Flown, units: UnitChoice) -> RankedOut:
    reasons = tuple(s.sentence for s in r.speaks_for[:3])
    replay = found.causes.of.get(r.key)
    told = None if replay is None else _replay(replay, found, units)
    by_flight = found.causes.weight(r.key)
    said = [told.said] if told is not None and found.measured.tells else []
    return RankedOut(
        key=r.key, name=r.cause.name, phase=PHASES[r.cause.phase], likely=likelihood(r.probability), probability=r.probability, kind=r.cause.kind,
        speaks_for=[*(said if by_flight > _LOUD else []), *(s.sentence for s in r.speaks_for)],
        speaks_against=[*(said if by_flight < -_LOUD else []), *(s.sentence for s in r.speaks_against)], inspect=list(r.cause.inspect),
        change=list(r.cause.change), check=r.cause.check, repair=r.cause.repair, chain=[_link(x) for x in proposed_chain(r.key, reasons)],
        replay=told,
    )  # fmt: skip


def _replay(replay: Replay, found: Flown, units: UnitChoice) -> ReplayOut:
    return ReplayOut(
        **_path(replay.path, replay.flight).model_dump(), said=replay_sentence(replay, found.measured),
        figures=[
            ReplayFigureOut(
                label=READOUT_NAMES[h.name][0], flown=show(h.flown, READOUT_NAMES[h.name][1], units),
                measured=show(h.measured, READOUT_NAMES[h.name][1], units), fits=h.fits,
            )
            for h in replay.held
        ],
    )  # fmt: skip


def _path(path: Path, flight: FlightOf) -> FlownPathOut:
    left = flight.liftoff_time_s or 0.0
    return FlownPathOut(time_s=(path.time_s - left).round(3).tolist(), altitude_m=path.altitude_m.round(2).tolist())


def _link(link: Link) -> ChainLinkIO:
    return ChainLinkIO(key=link.key, says=link.says, from_keys=list(link.from_keys), evidence=link.evidence, part=link.part)


def _word(part_type: str) -> str:
    return PART_TYPES[part_type].WORD if part_type in PART_TYPES else part_type.replace("_", " ")


def finding_of(told: FindingIO, place: int, units: UnitChoice) -> dict[str, Any]:
    """A joint as kept, in SI; raises RocketryError at the box of this joint that cannot be read."""
    at = f"findings.{place}"
    covered = force = None
    with Together() as read:
        if told.covered.strip():
            covered = read(_share, told.covered.strip(), f"{at}.covered")
        if told.force.strip():
            force = read(parse_si, told.force, "force", units, name=f"{at}.force")
    return {"joint": told.joint, "name": told.name, "covered": covered, "went": told.went, "force_n": force}


def _share(text: str, name: str) -> float:
    share = read_number(text.removesuffix("%"), name, "share of a joint; write 0 to 100 per cent") / 100
    if not 0 <= share <= 1:
        raise RocketryError(name, f"{text[:20]!r} is no share of a joint; write 0 to 100 per cent")
    return share


def _finding_io(kept: dict[str, Any], units: UnitChoice) -> FindingIO:
    covered, force = kept.get("covered"), kept.get("force_n")
    unit = units.unit("force")
    return FindingIO(
        joint=kept["joint"], name=kept["name"], went=kept.get("went"), covered="" if covered is None else f"{covered * 100:.4g}",
        force="" if force is None else f"{convert(force, 'newton', unit):.4g} {SYMBOLS[unit]}",
    )  # fmt: skip


def advice_of(row: Teardown) -> list[str]:
    """What a teardown advises for the next build."""
    return [advice_sentence(a) for a in advise([Finding(**f) for f in row.findings])]


def teardown_out(row: Teardown | None, units: UnitChoice) -> TeardownOut:
    """A teardown and its advice."""
    return TeardownOut(
        day=row.on if row else None, findings=[_finding_io(f, units) for f in row.findings] if row else [],
        remarks=row.remarks if row else "", advice=advice_of(row) if row else [],
        joints=dict(JOINTS), went=dict(WENT), version=version_of(row),  # type: ignore[arg-type]
    )  # fmt: skip


def statistics_out(rows: list[Flight], delays: dict[tuple[str, float], DelayLearnt], units: UnitChoice) -> StatisticsOut:
    """Every flight that was meant to fly, grouped three ways."""
    flown = [r for r in rows if r.opening != "no_launch"]

    def grouped(name: Callable[[Flight], str]) -> list[SummaryOut]:
        return [_summary(s, units) for s in summaries([_line(r, name(r)) for r in flown])]

    certified = [r for r in rows if r.certification]
    return StatisticsOut(
        rockets=grouped(lambda r: r.rocket.name), motors=grouped(_motor),
        seasons=grouped(lambda r: str(r.flown_on.year)),
        delays=[
            MotorDelayOut(
                motor=label_of(key), label_s=d.label_s, mean_s=d.mean_s, low_s=d.interval_s[0], high_s=d.interval_s[1], count=d.count,
                said=delay_sentence(d, units),
            )
            for (key, _), d in sorted(delays.items())
        ],
        certifications=[
            CertificationOut(
                flight_id=r.pk, level=r.certification or 0, day=r.flown_on, rocket=r.rocket.name, label=r.label, passed=_success(r),
                said="a safe return, as the level asks" if _success(r) else "no safe return: to be flown again",
            )
            for r in certified
        ],
        said="Bars are 90 % intervals (Wilson): a few flights say little about the next." if flown else "",
    )  # fmt: skip


def _motor(row: Flight) -> str:
    """What a flight is filed under by motor: the type of the one with the delay, of which a cluster has several."""
    return (label_of(row.motor_key) if row.motor_key else row.label).partition("-")[0]


def _success(row: Flight) -> bool:
    return succeeded(row.opening, row.landing)  # type: ignore[arg-type]


def _line(row: Flight, group: str) -> FlightLine:
    miss = None
    if row.apogee_m is not None and row.forecast_apogee_m:
        miss = row.apogee_m / row.forecast_apogee_m - 1
    distance = None
    if row.landing_x_m is not None and row.landing_y_m is not None:
        distance = (row.landing_x_m**2 + row.landing_y_m**2) ** 0.5
    return FlightLine(
        group=group,
        success=_success(row),
        miss_fraction=miss,
        distance_m=distance,
        delay_s=row.real_delay_s,
        label_s=row.delay_s,
        cost=row.cost,
    )


def _summary(s: Summary, units: UnitChoice) -> SummaryOut:
    said: dict[str, Any] = {}
    if s.miss is not None:
        said["miss"] = signed_share(s.miss.median)
    if s.distance_m is not None:
        said["distance"] = show(s.distance_m.median, "height", units)
    if s.delay_off_s is not None:
        said["delay"] = f"{s.delay_off_s.median:+.1f} s".replace("-", "−")
    if s.cost_per_flight is not None:
        said["cost"] = f"{s.cost_per_flight:.2f}"
    return SummaryOut(
        group=s.group,
        flights=s.flights,
        successes=s.success.count,
        share=s.success.share,
        low=s.success.low,
        high=s.success.high,
        said=said,
    )
