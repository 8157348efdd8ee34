"""Rockets of which two pages once said two things: each opened on the pages that said otherwise, and on the phone."""

import re
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from tests.api.conftest import Person
from tests.api.test_one_truth import LIGHT, MOUNT, bulkhead, drawn_up, meadow, store
from tests.data.opening_cases import canopy, cord, fins, mount, nose, part, tube
from tests.rocketry.recovery.test_opens import key
from wobbly_fin.rocketry.launchday.weather import Forecast, HourlyWeather, forecast_document

VENT = part("gas_vent", "vent", "body", count=1, diameter_m=0.0182, edge="aft", offset_m=0.075, angle_deg=30.0)
CLOSED = [nose(), tube(), *MOUNT, bulkhead("mount"), VENT, fins(), canopy(), cord()]
WIDE = {"outer_diameter_m": 0.066, "inner_diameter_m": 0.064}
OUTER = mount("outer", count=2, spread_m=0.021, inner_diameter_m=0.0132, outer_diameter_m=0.0142)
CLUSTER = [nose(base_diameter_m=0.066), tube(**WIDE), mount("centre"), OUTER, fins(), canopy(diameter_m=0.6), cord()]
FLUTTERS = [nose(), tube(), *MOUNT, {**fins(), "thickness_m": 0.0004, "span_m": 0.09, "material": "balsa"}, canopy(), cord()]
THIN = [nose(), tube(), mount(inner_diameter_m=0.0132, outer_diameter_m=0.0142), fins(), canopy(), cord()]
LOOSE = [nose(), tube(), mount(), fins(), canopy(), cord()]


def strip(page: Page) -> Any:
    found = page.get_by_label("May it fly?")
    expect(found.get_by_text(re.compile("calibres|off the rod|at liftoff|Not with|No motor"))).not_to_have_count(0)
    return found


def day_with(person: Person, rocket: str, motor: str, delay: float | None) -> str:
    day, line = uuid.uuid4(), uuid.uuid4()
    told = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
    assert person.call("PUT", f"/launchdays/days/{day}", told)[0] == 200
    flight = {"rocket_id": rocket, "motor_key": f"catalogue:{motor}", "delay_s": delay}
    assert person.call("PUT", f"/launchdays/days/{day}/lines/{line}", flight)[0] == 200
    return f"/launchdays/{day}"


def in_wind(person: Person, field: str, day: str, wind_m_s: float) -> str:
    """The same day on a field, in a wind that is told for all its hours."""
    api = f"/launchdays/days/{day.rsplit('/', 1)[1]}"
    told = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00", "field_id": field}
    assert person.call("PUT", api, told)[0] == 200
    hours = [
        {"hour": h, "wind_m_s": wind_m_s, "from_deg": 270.0, "gust_m_s": 1.25 * wind_m_s, "temperature_c": 12.0}
        for h in (10.0, 13.0, 15.0)
    ]
    weather = forecast_document(Forecast(day="2026-04-18", source="told", hours=tuple(HourlyWeather(**h) for h in hours)))
    assert person.call("POST", f"{api}/weather", {"document": weather})[0] == 200
    return day


def open_(page: Page, live: str, path: str) -> None:
    page.goto(f"{live}{path}")
    page.wait_for_load_state("networkidle")


@pytest.fixture
def hedda_(hedda: User, signed_in: Page) -> Person:
    person = Person(hedda)
    meadow(person)
    return person


def test_a_mount_closed_ahead_opens_nothing_on_any_page(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, CLOSED)
    open_(page, live, f"/rockets/{rocket}/motor")
    expect(strip(page).get_by_role("link", name="Mend it")).to_be_visible()
    expect(page.get_by_text(re.compile("closed ahead of the motor")).first).to_be_visible()
    open_(page, live, f"/rockets/{rocket}/recovery")
    expect(page.get_by_text(re.compile("closed ahead of the motor|never reaches")).first).to_be_visible()
    expect(page.get_by_text("it suits")).to_have_count(0)
    day = day_with(hedda_, rocket, "C8", 5)
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text("no-go")
    expect(line).to_contain_text("closed ahead of the motor")
    open_(page, live, f"{day}/field")
    expect(page.get_by_label("Queue")).to_contain_text("no-go")


def test_the_scale_s_word_is_every_page_s_word(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, LIGHT, known={"mass_kg": 0.061})
    told = hedda_.get(f"/hangar/rockets/{rocket}/readiness")["said"]
    for station in ("motor", "recovery", "shape"):
        open_(page, live, f"/rockets/{rocket}/{station}")
        expect(strip(page)).to_contain_text(f"lands at {told['descent_rate_m_s']}")
        expect(strip(page)).to_contain_text(f"{told['liftoff_mass_kg']} at liftoff")
        expect(strip(page)).to_contain_text(f"{told['margin_calibres']} calibres")
    expect(page.get_by_text(f"{told['margin_calibres']} calibres").first).to_be_visible()
    open_(page, live, f"/rockets/{rocket}/recovery")
    expect(page.get_by_role("heading", name=f"Lands at {told['descent_rate_m_s']}")).to_be_visible()


@pytest.mark.parametrize(
    ("parts", "said"),
    [(THIN, "wider than the mount’s 13.2"), (LOOSE, "held by nothing"), (FLUTTERS, "flutter")],
    ids=["a motor wider than its mount", "a mount held by nothing", "fins that flutter"],
)
def test_what_cannot_fly_is_no_go_on_desk_and_phone(
    signed_in: Page, live_server: Any, hedda_: Person, parts: list[dict[str, Any]], said: str
) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, parts)
    day = day_with(hedda_, rocket, "C8", 5)
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text("no-go")
    line.locator("summary").click()
    expect(line).to_contain_text(said)
    open_(page, live, f"{day}/field")
    expect(page.get_by_label("Queue")).to_contain_text("no-go")
    open_(page, live, "/")
    expect(page.get_by_label("Rockets")).not_to_contain_text("ready to fly")


def test_what_nobody_told_is_asked_for_right_there(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, LIGHT, known={"mass_kg": 0.05})
    assert hedda_.call("PUT", f"/hangar/rockets/{rocket}/built", {"built": None})[0] == 200
    day = day_with(hedda_, rocket, "C8", 5)
    open_(page, live, f"/rockets/{rocket}/motor")
    expect(strip(page)).to_contain_text("Is it built?")
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text("not decided")
    expect(line).to_contain_text("Say what the wind is.")
    line.get_by_role("button", name="Is it built? It is").click()
    expect(line.get_by_role("button", name="Is it built? It is")).to_have_count(0)
    expect(line).to_contain_text("Say what the wind is.")
    open_(page, live, f"{day}/field")
    expect(page.get_by_label("Queue")).to_contain_text("not decided")
    open_(page, live, f"/rockets/{rocket}/motor")
    expect(strip(page)).not_to_contain_text("Is it built?")


def test_a_reserve_too_weak_for_its_pins_is_refused_where_it_was_said_to_suit(
    signed_in: Page, live_server: Any, hedda_: Person
) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = drawn_up(hedda_, "a reserve that cannot shear the pins the altimeter's charge is sized for", known={"mass_kg": 0.4})
    open_(page, live, f"/rockets/{rocket}/recovery")
    expect(page.get_by_text(re.compile("may not part the joint")).first).to_be_visible()
    expect(page.get_by_text("it suits")).to_have_count(0)
    day = day_with(hedda_, rocket, "F66", 6)
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text("no-go")


def test_a_streamer_and_a_glider_find_their_motors(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    streamer = part("canopy", "canopy", "body", material="film", kind="streamer", length_m=0.9, width_m=0.08)
    light = store(hedda_, [nose(), tube(), *MOUNT, fins(), streamer, cord()], known={"mass_kg": 0.031})
    open_(page, live, f"/rockets/{light}/motor")
    expect(strip(page)).to_contain_text(re.compile(r"^\s*\S*\s*(good|marginal)"))
    glider = drawn_up(hedda_, "a glider under a plugged motor", known={"mass_kg": 0.045})
    open_(page, live, day_with(hedda_, glider, "C8-0", None))
    line = page.get_by_label("Manifest").locator("article")
    line.locator("summary").click()
    expect(line).not_to_contain_text("nothing would open the parachute")


def test_all_motors_of_a_cluster_stand_on_the_page_and_on_the_day(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, CLUSTER)
    load = f"C8;{key('outer')}=catalogue:A4T"
    told = hedda_.get(f"/hangar/rockets/{rocket}/readiness?delay_s=5&motor=catalogue:{load}")
    open_(page, live, day_with(hedda_, rocket, load, 5))
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text(told["label"])
    assert "C8" in told["label"] and "2 × A4T" in told["label"]
    open_(page, live, f"/rockets/{rocket}/motor")
    expect(page.get_by_text(re.compile("\\+ .*A4T|A4T.* \\+")).first).to_be_visible()


def test_landings_outside_the_field_are_no_go_on_motor_day_and_phone(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    field = meadow(hedda_, "4 m/s")
    square = [[-60, -60], [60, -60], [60, 60], [-60, 60]]
    ground = {"outline": square, "features": [], "surface": "grass"}
    assert hedda_.call("PUT", f"/stores/fields/{field}/ground", ground)[0] == 200
    rocket = store(hedda_, LIGHT, known={"mass_kg": 0.05})
    day = in_wind(hedda_, field, day_with(hedda_, rocket, "C8", 5), 4.0)
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text(re.compile("no-go|go with a change"))
    line.locator("summary").click()
    expect(line).to_contain_text(re.compile("of 100 simulated landings are inside the field|the field’s edge"))
    desk = "no-go" if "no-go" in line.inner_text() else "go with a change"
    open_(page, live, f"{day}/field")
    for _ in range(4):
        page.get_by_role("button", name="More wind").click()
    expect(page.get_by_label("Queue")).to_contain_text(re.compile(f"{desk}|not decided"))
    expect(page.get_by_label("Queue")).not_to_contain_text(re.compile("✓ go"))


def test_a_change_asked_for_on_the_desk_is_asked_for_on_the_phone(signed_in: Page, live_server: Any, hedda_: Person) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = store(hedda_, LIGHT, known={"mass_kg": 0.05})
    day = in_wind(hedda_, meadow(hedda_), day_with(hedda_, rocket, "C8", 7), 1.0)
    open_(page, live, day)
    line = page.get_by_label("Manifest").locator("article")
    expect(line).to_contain_text("go with a change")
    expect(line).to_contain_text("Goes with C8-")
    open_(page, live, f"{day}/field")
    queue = page.get_by_label("Queue")
    expect(queue).to_contain_text("go with a change")
    expect(queue).not_to_contain_text("no-go")
    queue.get_by_role("button", name=re.compile("Trial horse")).click()
    expect(page.get_by_label("Trial horse", exact=True)).to_contain_text("~ Goes with C8-5.")


def test_a_flight_binned_and_another_taken_back_teach_what_the_page_says(
    signed_in: Page, live_server: Any, hedda_: Person
) -> None:
    page, live = signed_in, str(live_server.url)
    rocket = hedda_.rocket()
    kept = [hedda_.log(rocket, height=h)[1]["id"] for h in ("120 m", "125 m", "190 m")]

    def said() -> str:
        open_(page, live, f"/rockets/{rocket['id']}/motor")
        return str(strip(page).get_by_label("Its figures").inner_text())

    everything = said()
    hedda_.call("DELETE", f"/logbook/flights/{kept[2]}")
    without_last = said()
    hedda_.call("POST", f"/logbook/flights/{kept[2]}/restore")
    hedda_.call("DELETE", f"/logbook/flights/{kept[0]}")
    assert said() != without_last
    hedda_.call("POST", f"/logbook/flights/{kept[0]}/restore")
    assert said() == everything
