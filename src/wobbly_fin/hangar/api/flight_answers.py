"""One flight as an answer: path, events, and what there is to say of it."""

import math
from dataclasses import asdict, replace

from wobbly_fin.formats.answers import assert_finite, flight_answer, trial_answer
from wobbly_fin.hangar.api.schemas import (
    EventOut,
    FeatureOut,
    FlightOut,
    GroundOut,
    TestOut,
)
from wobbly_fin.hangar.question import Load, Question
from wobbly_fin.rocketry.choosing.explain import (
    delay_sentence,
    height_words,
)
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.explain import events, lame_sentence, notes, said_flight, staging_notes
from wobbly_fin.rocketry.flight.figures import Floats
from wobbly_fin.rocketry.flight.flight import Flight, fly, trace_vehicle
from wobbly_fin.rocketry.flight.path import sample_path
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD_BAND
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.learning.band import height_band
from wobbly_fin.rocketry.learning.explain import band_sentence
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice, show_range


def said_of(candidate: Candidate, units: UnitChoice) -> dict[str, str]:
    """Its flight's figures in words; the height as a band, where its motor is partly a guess."""
    said = said_flight(candidate.flight, units)
    return said | ({"apogee": height_words(candidate.case, units)} if candidate.case.guesses and candidate.flight.lifted else {})


def flight_out(asked: Question, load: Load, candidate: Candidate) -> FlightOut:
    """One flight with its path, events and sentences."""
    motor, site, units = candidate.motor, asked.now.site, asked.units
    flight, trace = _traced(candidate, site)
    path = sample_path(trace) if flight.lifted else None
    band, open_by = None, []
    if flight.lifted and not asked.cd_known and asked.file.is_quick and not asked.known.learnt.flights:
        ends = [fly(asked.file.to_rocket(cd), motor, None, site).apogee_altitude_m or 0.0 for cd in USUAL_CD_BAND]
        band, open_by = sorted(ends), ["drag"]
    if (guessed := candidate.case.height_band) is not None:
        low, middle, high = guessed
        open_by.append("motor")
        # What the motor leaves open and what the drag does know nothing of one another.
        other = (band[0] / middle, band[1] / middle) if band else (1.0, 1.0)
        down, up = (
            math.hypot(math.log(low / middle), math.log(min(other[0], 1.0))),
            math.hypot(math.log(high / middle), math.log(max(other[1], 1.0))),
        )
        band = [middle * math.exp(-down), middle * math.exp(up)]
    layout = candidate.configuration.layout
    rigid, length = layout is not None, layout.length_m if layout is not None else 0.0
    top = max(flight.apogee_altitude_m or 0.0, 10.0)
    out = FlightOut(
        label=candidate.label,
        delay_s=candidate.delay_s,
        verdict=candidate.verdict,
        tests=[TestOut(**trial_answer(t, units)) for t in candidate.tests],
        lifted=flight.lifted,
        figures=flight_answer(flight),
        said=said_of(candidate, units),
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
        notes=[*notes(flight, units), *_staging(asked, candidate, flight), *_lame(asked, candidate, flight)],
        delay_sentence=delay_sentence(candidate),
        height_band_m=band,
        height_band=say(f"height-open-by-{'-and-'.join(open_by)}", band=show_range(band[0], band[1], "height", units))
        if band
        else None,
        learnt_band=_learnt_band(asked, load) if flight.lifted else None,
    )
    assert_finite(out.figures)
    return out


def _traced(candidate: Candidate, site: Site) -> tuple[Flight, Floats]:
    """The candidate's own flight, with its path."""
    c = candidate.case.pushed
    taught = candidate.case.situation.taught
    real = taught.real_delay_s(candidate.motor, candidate.delay_s)
    return trace_vehicle(c.vehicle, c.flown_delay_s(real), site)


def _learnt_band(asked: Question, load: Load) -> str | None:
    """The next height with how sure its flights make it; None where none was measured."""
    if not asked.known.learnt.flights:
        return None
    plain = asked.file.to_rocket(boosters=load.boosters) if load.boosters else asked.file.to_rocket()
    found = height_band(plain, load.motor, asked.now.site, asked.known.learnt)
    return band_sentence(found, asked.units) if found is not None else None


def _staging(asked: Question, candidate: Candidate, flight: Flight) -> list[str]:
    """What a stage that lights late would do, and how far apart the motors sit."""
    rigid = candidate.configuration.rigid
    if rigid is None or not candidate.boosters or not flight.lifted:
        return []
    ready = rigid.with_changed(boosters=candidate.boosters)
    late = fly(replace(ready, lights_after_s=1.0), candidate.motor, candidate.delay_s, asked.now.site)
    return staging_notes(flight, late, ready.gaps_m(candidate.motor), asked.units)


def _lame(asked: Question, candidate: Candidate, flight: Flight) -> list[str]:
    """What one motor of the lowest cluster failing to light would do."""
    rigid = candidate.configuration.rigid
    if rigid is None or rigid.motors_in(len(rigid.airframe.stages) - 1) < 2 or not flight.lifted:
        return []
    try:
        lame = fly(
            replace(rigid.with_changed(boosters=candidate.boosters), dead=1), candidate.motor, candidate.delay_s, asked.now.site
        )
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
