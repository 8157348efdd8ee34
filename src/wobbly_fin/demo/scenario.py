"""The demo scenario, all of it invented: one flyer of the Thistledown Sky Club, her rockets, two fields, one season.

Hedda Quillfeather flies from a water meadow most weekends and from a disused airstrip twice a year. Heights are as she
wrote them down, in whatever unit the day's device spoke.
"""

from dataclasses import dataclass

from wobbly_fin.demo.airframes import airframe_file, has_airframe
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.actions.draft import draft_rocket
from wobbly_fin.hangar.actions.grow import up_scaled
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.units.display import METRIC


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoRocket:
    """A rocket as its form was filled in."""

    name: str
    typed: dict[str, str]
    weighed: bool = True
    balanced_with: str = ""
    grown_from: str | None = None
    first_span_m: float | None = None  # of its fins, before they were made larger


@dataclass(frozen=True, slots=True)
class DemoFlight:
    """A flight as told."""

    rocket: str
    day: str
    motor: str
    field: str
    wind: str
    temperature: str
    opening: Opening
    landing: Landing
    height: str = ""
    remarks: str = ""


def demo_file(rocket: DemoRocket) -> RocketFile:
    """The rocket file a demo rocket's form comes to; its airframe where it is told part by part."""
    draft = draft_rocket(rocket.typed | {"name": rocket.name}, METRIC)
    if draft.file is None:
        raise ValueError(f"{rocket.name}: {draft.errors} {draft.missing}")
    if rocket.grown_from is not None:
        return _larger(rocket, draft.file)
    if not has_airframe(rocket.name):
        return draft.file
    body, typed = draft.file.body, rocket.typed
    known = {"mass_kg": body.mass_kg, "cd": body.cd, "typed": {"mass_kg": typed["mass"]}} if rocket.weighed else {}
    common = {
        "known": known, "rod_length_m": draft.file.rod_length_m, "printed_motors": draft.file.printed_motors, "remarks": draft.file.remarks,
        "typed": {"rod_length": typed["rod_length"]}, "motors": {},
    }  # fmt: skip
    file = airframe_file(rocket.name, common)
    if rocket.balanced_with:
        labels = zip(file.stages, rocket.balanced_with.split(" + "), strict=True)
        file = file.model_copy(update={"motors": {str(stage.id): label for stage, label in labels}})
    return file.weighed_now() if rocket.weighed else file


def _larger(rocket: DemoRocket, form: RocketFile) -> RocketFile:
    """A demo rocket built larger from another's shape, with the ballast that took."""
    small = demo_file(next(r for r in ROCKETS if r.name == rocket.grown_from))
    factor = form.body.diameter_m / 0.027
    file, said = up_scaled(small, rocket.name, factor, "birch-ply", 1.5, [find_motor(rocket.balanced_with)[0]], METRIC)
    remarks = f"{form.remarks} {said}"
    motors = {str(file.stages[0].id): rocket.balanced_with}
    return file.model_copy(update={"remarks": remarks, "motors": motors, "rod_length_m": form.rod_length_m})


MEADOW, STRIP = "Brackwater Meadow", "Long Sallow Airstrip"
FIELDS = [(MEADOW, "64 m", "250 m"), (STRIP, "118 m", "1500 m")]
TODAY = (MEADOW, "2.5 m/s", "17 C")
# The wind through the day, as the village wireless told it.
HOURS = [
    (8.0, "1.5 m/s", "S"),
    (10.0, "2.5 m/s", "SSW"),
    (12.0, "4 m/s", "SW"),
    (14.0, "6 m/s", "WSW"),
    (16.0, "5.5 m/s", "W"),
    (18.0, "3 m/s", "W"),
    (20.0, "1.5 m/s", "NW"),
]


def _rocket(
    name: str,
    balanced_with: str = "",
    *,
    weighed: bool = True,
    grown_from: str | None = None,
    first_span_m: float | None = None,
    **typed: str,
) -> DemoRocket:
    return DemoRocket(
        name=name, typed=typed, balanced_with=balanced_with, weighed=weighed, grown_from=grown_from, first_span_m=first_span_m
    )


ROCKETS = [
    _rocket(
        "Thimble", mass="19.6 g", diameter="15.4 mm", length="24 cm", mount_diameter="13 mm", mount_length="45 mm", cd="0.62",
        canopy_kind="streamer", canopy_diameter="34 cm", rod_length="0.85 m", printed_motors="1/2A4T-2, A4T-3",
        remarks="Rolled from a paper placemat. Streamer 60 × 1500 mm.",
    ),
    _rocket(
        "Inchworm", mass="41 g", diameter="27 mm", length="43 cm", mount_diameter="18 mm", mount_length="70 mm",
        canopy_kind="flat", canopy_diameter="12 in", rod_length="0.9 m", printed_motors="A7-4, B9-4, C8-5",
        remarks="First kit. The box was generous with its motors.",
    ),
    _rocket(
        "Saltmarsh Heron", mass="78 g", diameter="35.1 mm", length="61 cm", mount_diameter="18 mm", mount_length="70 mm", cd="0.7",
        canopy_kind="flat", canopy_diameter="40 cm", spill_hole="4 cm", rod_length="0.9 m", printed_motors="B9-4, C8-5, D18-6",
    ),
    _rocket(
        "Copper Kettle", mass="5.4 oz", diameter="41.4 mm", length="29 in", mount_diameter="24 mm", mount_length="95 mm", cd="0.66",
        canopy_kind="hexagonal", canopy_diameter="22 in", rod_length="4 ft", printed_motors="D14-5, E19-6",
    ),
    _rocket(
        "Barn Owl", mass="285 g", diameter="56 mm", length="88 cm", mount_diameter="24 mm", mount_length="95 mm",
        canopy_kind="flat", canopy_diameter="70 cm", rod_length="1.2 m", remarks="Wide and slow on purpose: the whole village can watch it.",
    ),
    _rocket(
        "Night Ferry", first_span_m=0.06, mass="910 g", diameter="66 mm", length="1.32 m", mount_diameter="29 mm", mount_length="124 mm", cd="0.58",
        canopy_kind="flat", canopy_diameter="110 cm", spill_hole="8 cm", rod_length="1.8 m", printed_motors="G48-6, G66-7",
    ),
    _rocket(
        "Old Bellwether", mass="3.05 kg", diameter="102.4 mm", length="2.05 m", mount_diameter="54 mm", mount_length="326 mm", cd="0.55",
        canopy_kind="domed", canopy_diameter="1.6 m", spill_hole="16 cm", rod_length="2.4 m",
        remarks="High power, on its rail. Thistledown's range officer checks it before every flight.",
    ),
    _rocket(
        "Paper Lantern", "G43", grown_from="Inchworm", mass="132 g", diameter="48.6 mm", length="77 cm", mount_diameter="29 mm", mount_length="124 mm",
        canopy_kind="flat", canopy_diameter="52 cm", rod_length="0.9 m", remarks="Painted last night, never flown.",
    ),
    _rocket(
        "Post Rider", "D17", weighed=False, mass="190 g", diameter="49 mm", length="71.6 cm", mount_diameter="24 mm", mount_length="95 mm",
        canopy_kind="flat", canopy_diameter="56 cm", rod_length="1.2 m", remarks="Red stripes still to do. The nozzle comes off before flight. A band round the canopy lets go low.",
    ),
    _rocket(
        "Candle and Snuffer", "C8 + C8-0", weighed=False, mass="62 g", diameter="25.2 mm", length="47.6 cm", mount_diameter="18 mm", mount_length="70 mm",
        canopy_kind="flat", canopy_diameter="30 cm", rod_length="1.2 m", remarks="Two stages. Waits for a still morning.",
    ),
    _rocket(
        "Three Sisters", "C8", weighed=False, mass="190 g", diameter="66 mm", length="70 cm", mount_diameter="18 mm", mount_length="70 mm",
        canopy_kind="flat", canopy_diameter="60 cm", rod_length="1.2 m", remarks="Three motors at once, or not at all.",
    ),
]  # fmt: skip

_F = DemoFlight
FLIGHTS = [
    _F("Inchworm", "2026-03-14", "A7-4", MEADOW, "1.5 m/s", "9 C", "at_apogee", "safe", "", "Maiden flight. Straight up, nobody measured."),
    _F("Inchworm", "2026-03-14", "A7-4", MEADOW, "2 m/s", "10 C", "at_apogee", "safe", "61 m", "Hedda's new altimeter agrees with the church tower."),
    _F("Thimble", "2026-03-14", "1/2A4T-4", MEADOW, "2 m/s", "10 C", "at_apogee", "safe", "", "Too small to follow, heard it pop."),
    _F("Inchworm", "2026-03-28", "B9-6", MEADOW, "3 m/s", "11 C", "after_apogee", "safe", "158 m"),
    _F("Inchworm", "2026-03-28", "B9-4", MEADOW, "3 m/s", "11 C", "before_apogee", "hard", "149 m", "The box's own choice. Popped on the way up, two lines creased."),
    _F("Saltmarsh Heron", "2026-04-11", "B9-4", MEADOW, "1 m/s", "13 C", "at_apogee", "safe", "79 m", "Maiden flight."),
    _F("Saltmarsh Heron", "2026-04-11", "C8-5", MEADOW, "1.5 m/s", "14 C", "at_apogee", "safe", "602 ft"),
    _F("Thimble", "2026-04-11", "A4T-3", MEADOW, "1.5 m/s", "14 C", "before_apogee", "damaged", "", "Streamer tape let go at the fold. Mended with a stitched loop."),
    _F("Copper Kettle", "2026-04-25", "C13-5", MEADOW, "2.5 m/s", "12 C", "at_apogee", "safe", "301 ft", "Maiden flight, polished for the occasion."),
    _F("Copper Kettle", "2026-04-25", "D17-5", MEADOW, "3 m/s", "12 C", "at_apogee", "safe", "684 ft"),
    _F("Barn Owl", "2026-05-09", "D17-5", MEADOW, "2 m/s", "16 C", "after_apogee", "safe", "88 m", "Everybody saw it, as intended."),
    _F("Barn Owl", "2026-05-09", "E19-6", MEADOW, "2.5 m/s", "17 C", "at_apogee", "damaged", "171 m", "Came down on the gravel track; one fin cracked along its root."),
    _F("Saltmarsh Heron", "2026-05-09", "C14-6", MEADOW, "2.5 m/s", "17 C", "at_apogee", "safe", "188 m"),
    _F("Thimble", "2026-05-23", "1/2A4T-4", MEADOW, "1 m/s", "18 C", "at_apogee", "safe", "82 m", "Tracked from the gate with a sighting stick."),
    _F("Copper Kettle", "2026-05-23", "D14-5", MEADOW, "4 m/s", "18 C", "no_launch", "none", "", "A sheep had been at the igniter lead. Went home."),
    _F("Copper Kettle", "2026-05-30", "D14-5", MEADOW, "3.5 m/s", "19 C", "at_apogee", "safe", "712 ft"),
    _F("Night Ferry", "2026-06-20", "F66-6", STRIP, "3 m/s", "21 C", "at_apogee", "safe", "184 m", "Shakedown on the smallest motor that lifts it."),
    _F("Night Ferry", "2026-06-20", "G98-8", STRIP, "3.5 m/s", "22 C", "after_apogee", "safe", "341 m"),
    _F("Old Bellwether", "2026-06-21", "I336-10", STRIP, "2 m/s", "20 C", "at_apogee", "safe", "2390 ft", "First high-power flight. The range officer smiled."),
    _F("Night Ferry", "2026-06-21", "G66-7", STRIP, "2 m/s", "21 C", "at_apogee", "hard", "389 m", "Down on the concrete apron; nose cone chipped, sanded out."),
    _F("Inchworm", "2026-07-04", "C8-7", MEADOW, "2 m/s", "24 C", "at_apogee", "safe", "305 m", "Over the ceiling; the steward had a word."),
    _F("Inchworm", "2026-07-18", "B9-6", MEADOW, "5.5 m/s", "22 C", "after_apogee", "safe", "141 m", "Leaned into the wind all the way up."),
    _F("Saltmarsh Heron", "2026-07-18", "C8-7", MEADOW, "5 m/s", "22 C", "after_apogee", "safe", "171 m", "Wrong packet: the seven instead of the five. Opened very low."),
    _F("Thimble", "2026-08-01", "A4T-5", MEADOW, "3 m/s", "25 C", "not_seen", "lost", "", "Last seen over the barley, going well."),
    _F("Copper Kettle", "2026-08-15", "E19-6", STRIP, "2 m/s", "23 C", "at_apogee", "safe", "1098 ft"),
    _F("Old Bellwether", "2026-09-12", "J307-12", STRIP, "2.5 m/s", "17 C", "after_apogee", "safe", "4240 ft"),
    _F("Night Ferry", "2026-09-12", "G98-8", STRIP, "4.5 m/s", "17 C", "never", "damaged", "329 m", "Fresh paint had glued the nose on. Buried to the fins; tube creased."),
    _F("Saltmarsh Heron", "2026-10-03", "C8-5", MEADOW, "2 m/s", "12 C", "at_apogee", "safe", "181 m", "Last warm day. The duck pond missed by a yard."),
    _F("Old Bellwether", "2026-10-11", "I336-10", STRIP, "3 m/s", "11 C", "at_apogee", "safe", "2270 ft", "First flight in two events. The drogue's jerk sheared the one pin on the nose: main out at the top, two fields of walking."),
]  # fmt: skip
