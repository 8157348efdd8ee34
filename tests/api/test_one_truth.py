"""Cases in which two pages once said two things of one rocket: each asked at every door that answers."""

import random
import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_agreement import place
from tests.data.opening_cases import CASES, OpeningCase, canopy, cord, fins, mount, nose, part, tube
from tests.rocketry.recovery.test_opens import document, key


def meadow(person: Person, wind: str = "1 m/s") -> str:
    """A wide field in a light wind; its key."""
    field = place(person, random.Random(2))
    square = [[-400, -400], [400, -400], [400, 400], [-400, 400]]
    ground = {"outline": square, "features": [], "surface": "grass"}
    assert person.call("PUT", f"/stores/fields/{field}/ground", ground)[0] == 200
    assert person.call("PUT", "/conditions", {"field_id": field, "typed": {"wind": wind, "wind_from": "W"}})[0] == 200
    return field


def ring(edge: str) -> dict[str, Any]:
    return part("centring_ring", f"ring-{edge}", "mount", material="card", thickness_m=0.0015, edge=edge, offset_m=0.008)


def bulkhead(parent: str, edge: str = "fore", offset_m: float = 0.0) -> dict[str, Any]:
    return part("bulkhead", "plug", parent, material="birch-ply", thickness_m=0.003, edge=edge, offset_m=offset_m)


def store(person: Person, parts: list[dict[str, Any]], *, plan: dict[str, Any] | None = None, **more: Any) -> str:
    case = OpeningCase(name="Trial horse", stages=[parts], load={}, opens=[], plan=plan or {})
    found = str(uuid.uuid4())
    status, out = person.call("PUT", f"/hangar/rockets/{found}", document(case) | more)
    assert status == 200, out
    person.say_built(found)
    return found


def ready(person: Person, rocket: str, motor: str = "C8", delay: float | None = 5) -> dict[str, Any]:
    asked = f"?motor=catalogue:{motor}" + ("" if delay is None else f"&delay_s={delay}")
    found: dict[str, Any] = person.get(f"/hangar/rockets/{rocket}/readiness{asked}")
    return found


def flown(person: Person, rocket: str, motor: str = "C8", delay: float | None = 5) -> dict[str, dict[str, Any]]:
    asked = f"?motor=catalogue:{motor}" + ("" if delay is None else f"&delay_s={delay}")
    return {t["name"]: t for t in person.get(f"/hangar/rockets/{rocket}/flight{asked}")["tests"]}


def on_a_day(person: Person, rocket: str, motor: str = "C8", delay: float | None = 5, **more: Any) -> dict[str, Any]:
    """The line on a day, which the phone's pack must carry word for word."""
    day, line = uuid.uuid4(), uuid.uuid4()
    told = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
    assert person.call("PUT", f"/launchdays/days/{day}", told | more)[0] == 200
    flight = {"rocket_id": rocket, "motor_key": f"catalogue:{motor}", "delay_s": delay}
    assert person.call("PUT", f"/launchdays/days/{day}/lines/{line}", flight)[0] == 200
    found: dict[str, Any] = person.get(f"/launchdays/days/{day}")["lines"][0]
    pack = person.get(f"/launchdays/days/{day}/pack")["lines"][0]
    assert pack["line"] == found
    return found | {"grid": pack["grid"]}


MOUNT = [mount(), ring("fore"), ring("aft")]
LIGHT = [nose(), tube(), *MOUNT, fins(), canopy(), cord()]


def test_a_plain_rocket_goes_and_every_door_says_so(hedda: Person) -> None:
    meadow(hedda)
    rocket = store(hedda, LIGHT)
    strip = ready(hedda, rocket)
    assert strip["verdict"] in ("good", "marginal"), strip
    assert strip["opens"][0]["works"] and flown(hedda, rocket)["opens"]["state"] == "passed"
    recovery = hedda.get(f"/hangar/rockets/{rocket}/recovery")
    lead = hedda.get(f"/hangar/rockets/{rocket}/readiness")
    assert f"Lands at {lead['said']['descent_rate_m_s']}" in recovery["landing"] and lead["label"] == recovery["motor"]


def test_a_mount_closed_ahead_with_a_side_vent_opens_nothing(hedda: Person) -> None:
    meadow(hedda)
    vent = part("gas_vent", "vent", "body", count=1, diameter_m=0.0182, edge="aft", offset_m=0.075, angle_deg=30.0)
    rocket = store(hedda, [nose(), tube(), *MOUNT, bulkhead("mount"), vent, fins(), canopy(), cord()])
    strip, tests, line = ready(hedda, rocket), flown(hedda, rocket), on_a_day(hedda, rocket)
    assert strip["verdict"] == "no" and not strip["opens"][0]["works"] and strip["decides_at"] == "recovery"
    assert tests["opens"]["state"] == "failed" and all(
        t["state"] == "passed" for n, t in tests.items() if n in ("fits", "airframe")
    )
    assert line["verdict"] == "no_go" and line["grid"][0][0] == "no_go"
    assert any(r["fails"] and r["say"].rstrip(".") == tests["opens"]["reason"].rstrip(".") for r in line["reasons"])
    recovery = hedda.get(f"/hangar/rockets/{rocket}/recovery")
    assert recovery["verdict"] == "no" and recovery["bays"][0]["foot"] == strip["opens"][0]["say"]
    assert not recovery["bays"][0]["motor_charge"] and "it suits" not in str(recovery)
    assert [g["what"] for g in recovery["bays"][0]["gas"] if g["state"] == "blocked"] == ["motor tube"]
    board = hedda.get(f"/hangar/rockets/{rocket}/board")
    assert {m["verdict"] for m in board["motors"] if m["kind"] == "single"} == {"no"}


def test_a_scale_is_believed_by_every_page(hedda: Person) -> None:
    meadow(hedda)
    rocket = store(hedda, LIGHT, known={"mass_kg": 0.061})
    strip, line = ready(hedda, rocket), on_a_day(hedda, rocket)
    assert strip["figures"]["mass_kg"] == pytest.approx(0.061, rel=1e-12)
    assert line["liftoff"] == strip["said"]["liftoff_mass_kg"]
    recovery = hedda.get(f"/hangar/rockets/{rocket}/recovery")
    lead = hedda.get(f"/hangar/rockets/{rocket}/readiness")
    assert float(recovery["rate_m_s"]) == pytest.approx(lead["figures"]["descent_rate_m_s"], rel=1e-3)
    light = ready(hedda, store(hedda, LIGHT))
    assert light["figures"]["descent_rate_m_s"] < strip["figures"]["descent_rate_m_s"]


def test_a_motor_wider_than_the_mount_is_refused_by_name(hedda: Person) -> None:
    meadow(hedda)
    rocket = store(hedda, LIGHT)
    thin = store(hedda, [nose(), tube(), mount(inner_diameter_m=0.0132, outer_diameter_m=0.0142), fins(), canopy(), cord()])
    assert flown(hedda, rocket)["fits"]["state"] == "passed"
    tests, line = flown(hedda, thin), on_a_day(hedda, thin)
    assert tests["fits"]["state"] == "failed" and ready(hedda, thin)["verdict"] == "no" and line["verdict"] == "no_go"
    assert "13.2" in tests["fits"]["reason"] and any(r["fails"] and "13.2" in r["say"] for r in line["reasons"])


def test_outer_mounts_fly_with_the_centre_whichever_stands_first_in_the_list(hedda: Person) -> None:
    wide = {"outer_diameter_m": 0.066, "inner_diameter_m": 0.064}
    centre = mount("centre")
    outer = mount("outer", count=2, spread_m=0.021, inner_diameter_m=0.0132, outer_diameter_m=0.0142)
    motors = {"centre": "catalogue:C8", "outer": "catalogue:A4T"}
    rocket = [nose(base_diameter_m=0.066), tube(**wide), fins(), canopy(diameter_m=0.6), cord()]
    masses, peaks = [], []
    for first, second in ([centre, outer], [outer, centre]):
        stored = store(hedda, [*rocket[:2], first, second, *rocket[2:]])
        path = f"/hangar/rockets/{stored}/readiness?delay_s=5&motor={motors[first['id']]}"
        both = hedda.get(f"{path};{key(second['id'])}={motors[second['id']]}")
        assert "C8" in both["label"] and "A4T" in both["label"]
        alone = hedda.get(path)["figures"]
        assert alone["liftoff_mass_kg"] < both["figures"]["liftoff_mass_kg"] and alone["apogee_m"] < both["figures"]["apogee_m"]
        masses.append(both["figures"]["liftoff_mass_kg"])
        peaks.append(both["figures"]["apogee_m"])
    assert masses[0] == pytest.approx(masses[1], rel=1e-12) and peaks[0] == pytest.approx(peaks[1], rel=1e-6)


def test_landings_outside_keep_it_on_the_ground(hedda: Person) -> None:
    field = meadow(hedda, "4 m/s")
    square = [[-60, -60], [60, -60], [60, 60], [-60, 60]]
    ground = {"outline": square, "features": [], "surface": "grass"}
    assert hedda.call("PUT", f"/stores/fields/{field}/ground", ground)[0] == 200
    rocket = store(hedda, LIGHT)
    tests = flown(hedda, rocket)
    share = ready(hedda, rocket)["figures"]["inside_field_fraction"]
    assert share is not None and share < 0.95 and tests["inside_field"]["state"] == "failed"
    assert ready(hedda, rocket)["verdict"] == "no"
    # The limit is the owner's: one who takes that risk is judged by it.
    status, out = hedda.call("PATCH", "/preferences", {"limits": {"inside_field_min_fraction": "1"}})
    assert status == 200, out
    assert flown(hedda, rocket)["inside_field"]["state"] == ("passed" if share > 0.01 else "failed")


def test_fins_that_flutter_below_the_speed_it_reaches_keep_it_down(hedda: Person) -> None:
    meadow(hedda)
    thin = {**fins(), "thickness_m": 0.0004, "span_m": 0.09, "material": "balsa"}
    rocket = store(hedda, [nose(), tube(), *MOUNT, thin, canopy(), cord()])
    tests = flown(hedda, rocket)
    shape = hedda.get(f"/hangar/rockets/{rocket}/shape")
    assert tests["flutter"]["state"] == "failed" and ready(hedda, rocket)["verdict"] == "no"
    assert any("flutter" in f["code"] for f in shape["findings"]) and on_a_day(hedda, rocket)["verdict"] == "no_go"


def test_what_nobody_told_leaves_it_open_never_go(hedda: Person) -> None:
    rocket = store(hedda, LIGHT)
    hedda.call("PUT", f"/hangar/rockets/{rocket}/built", {"built": False})
    strip, line = ready(hedda, rocket), on_a_day(hedda, rocket)
    assert {n["name"] for n in strip["needs"]} >= {"wind", "outline", "built"} and strip["verdict"] in ("open", "no")
    tests = flown(hedda, rocket)
    assert tests["wind"]["state"] == tests["built"]["state"] == "unknown"
    assert line["verdict"] in ("open", "no_go") and all(n["say"] and n["at"] for n in strip["needs"])
    hangar = next(r for r in hedda.get("/hangar/rockets") if r["id"] == rocket)
    assert "ready" not in str(hangar.get("status", "")).lower()


def test_a_mount_held_by_nothing_is_a_danger_the_verdict_knows(hedda: Person) -> None:
    meadow(hedda)
    wide = {"outer_diameter_m": 0.042, "inner_diameter_m": 0.040}
    rocket = store(hedda, [nose(base_diameter_m=0.042), tube(**wide), mount(), fins(), canopy(), cord()])
    shape = hedda.get(f"/hangar/rockets/{rocket}/shape")
    danger = [f["sentence"] for f in shape["findings"] if f["severity"] == "danger"]
    tests = flown(hedda, rocket)
    assert danger and tests["airframe"]["state"] == "failed" and ready(hedda, rocket)["verdict"] == "no"
    assert on_a_day(hedda, rocket)["verdict"] == "no_go"


def test_a_streamer_brakes_the_body_that_hangs_from_it(hedda: Person) -> None:
    meadow(hedda)
    streamer = part("canopy", "canopy", "body", material="film", kind="streamer", length_m=0.5, width_m=0.05)
    rates = {}
    for name, device in (("streamer", streamer), ("wide", {**streamer, "width_m": 0.1})):
        rocket = store(hedda, [nose(), tube(), *MOUNT, fins(), device, cord()], known={"mass_kg": 0.031})
        rates[name] = ready(hedda, rocket, "B2", 4)["figures"]["descent_rate_m_s"]
        recovery = hedda.get(f"/hangar/rockets/{rocket}/recovery")
        assert "as it would tumble" in recovery["cd"] and "right across" in recovery["cd"]
    assert 7.0 <= rates["streamer"] <= 11.0 and rates["wide"] < rates["streamer"]


def drawn_up(person: Person, name: str, **more: Any) -> str:
    """One of the rockets the walk of openings is held against, in a hangar, built and weighed."""
    case = next(c for c in CASES if c.name == name)
    return store(person, case.stages[0], plan=case.plan, **more)


def test_a_reserve_that_cannot_shear_its_pins_suits_nobody(hedda: Person) -> None:
    meadow(hedda)
    rocket = drawn_up(hedda, "a reserve that cannot shear the pins the altimeter's charge is sized for", known={"mass_kg": 0.4})
    strip, tests, line = ready(hedda, rocket, "F66", 6), flown(hedda, rocket, "F66", 6), on_a_day(hedda, rocket, "F66", 6)
    assert [(o["event"], o["works"]) for o in strip["opens"]] == [("main", True), ("backup_main", False)]
    assert tests["opens"]["state"] == "passed" and tests["backup"]["state"] == "failed" and strip["verdict"] == "no"
    assert line["verdict"] == "no_go" and any(
        r["fails"] and r["say"].rstrip(".") == tests["backup"]["reason"].rstrip(".") for r in line["reasons"]
    )
    recovery = hedda.get(f"/hangar/rockets/{rocket}/recovery")
    assert recovery["verdict"] == "no" and "suits" not in {b["motor_verdict"] for b in recovery["bays"]}


def test_a_glider_flies_on_its_plugged_motor(hedda: Person) -> None:
    meadow(hedda)
    rocket = drawn_up(hedda, "a glider under a plugged motor", known={"mass_kg": 0.045})
    tests = flown(hedda, rocket, "C8-0", None)
    assert tests["opens"]["state"] == "passed" and "Glides down" in tests["opens"]["reason"]
    assert ready(hedda, rocket, "C8-0", None)["opens"][0]["works"]
    assert not [r for r in on_a_day(hedda, rocket, "C8-0", None)["reasons"] if r["fails"] and "open" in r["say"]]


def test_two_motors_in_one_mount_are_a_sentence(hedda: Person) -> None:
    rocket = store(hedda, LIGHT)
    twice = f"catalogue:C8;{key('mount')}=catalogue:A7"
    status, out = hedda.call("GET", f"/hangar/rockets/{rocket}/readiness?motor={twice}&delay_s=5")
    assert status == 422 and "two motors for one mount" in out["message"]
    day, _ = hedda.day_with(hedda.get(f"/hangar/rockets/{rocket}"))
    put = {"rocket_id": rocket, "motor_key": twice, "delay_s": 5}
    assert hedda.call("PUT", f"/launchdays/days/{day}/lines/{uuid.uuid4()}", put)[0] == 200
    plan = hedda.get(f"/launchdays/days/{day}")
    assert len(plan["lines"]) == 1 and "two motors for one mount" in plan["broken"][0]["say"]


def test_flights_binned_and_taken_back_teach_again(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}"
    kept = [hedda.log(rocket, height=h)[1] for h in ("120 m", "125 m", "190 m")]

    def learnt() -> tuple[float, float]:
        found = hedda.get(f"{path}/readiness?motor=catalogue:C8&delay_s=5")["figures"]
        return found["apogee_m"], hedda.get(f"{path}/flight?motor=catalogue:C8&delay_s=5")["figures"]["apogee_altitude_m"]

    all_three = learnt()
    assert all_three[0] == pytest.approx(all_three[1], rel=1e-9)
    hedda.call("DELETE", f"/logbook/flights/{kept[2]['id']}")
    without_last = learnt()
    hedda.call("POST", f"/logbook/flights/{kept[2]['id']}/restore")
    hedda.call("DELETE", f"/logbook/flights/{kept[0]['id']}")
    without_first = learnt()
    assert without_first[0] != pytest.approx(without_last[0], rel=1e-4)
    hedda.call("POST", f"/logbook/flights/{kept[0]['id']}/restore")
    assert learnt() == pytest.approx(all_three, rel=1e-9)


def test_a_plan_naming_a_part_that_went_is_a_sentence_and_the_page_stays(hedda: Person) -> None:
    rocket = store(hedda, LIGHT)
    before = hedda.get(f"/hangar/rockets/{rocket}")
    gone = before["document"] | {"recovery": {"altimeter_first": {"bay": str(uuid.uuid4()), "charge_kg": 0.001}}}
    status, out = hedda.call("PUT", f"/hangar/rockets/{rocket}", gone, **{"If-Match": str(before["revision"])})
    assert status == 422 and out["fields"], out
    assert hedda.get(f"/hangar/rockets/{rocket}") == before and hedda.get(f"/hangar/rockets/{rocket}/recovery")


@pytest.mark.parametrize("load", ["catalogue:C8;nowhere=catalogue:C8", "catalogue:C8|catalogue:C8", "catalogue:nothing"])
def test_a_load_for_a_mount_that_is_not_there_is_a_sentence(hedda: Person, load: str) -> None:
    rocket = store(hedda, LIGHT)
    status, out = hedda.call("GET", f"/hangar/rockets/{rocket}/readiness?motor={load}&delay_s=5")
    assert status in (404, 422) and out["message"]


def test_a_mount_taken_away_under_a_manifest_keeps_the_day(hedda: Person) -> None:
    rocket = store(hedda, LIGHT)
    day, line = uuid.uuid4(), uuid.uuid4()
    told = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
    assert hedda.call("PUT", f"/launchdays/days/{day}", told)[0] == 200
    flight = {"rocket_id": rocket, "motor_key": "catalogue:C8", "delay_s": 5}
    assert hedda.call("PUT", f"/launchdays/days/{day}/lines/{line}", flight)[0] == 200
    held = hedda.get(f"/hangar/rockets/{rocket}")
    edits = {"edits": [{"op": "remove", "part": key("mount")}]}
    status, out = hedda.call("POST", f"/hangar/rockets/{rocket}/shape/edit", edits, **{"If-Match": str(held["revision"])})
    plan = hedda.get(f"/launchdays/days/{day}")
    if status == 200:
        assert not plan["lines"] and plan["broken"][0]["say"]
    else:
        assert out["message"] and plan["lines"]
