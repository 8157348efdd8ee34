"""People's stories, driven in a real browser."""

import re
from typing import Any

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.waiting import ADVICE, fits_the_phone

NAME, MASS = "Rush Hour", "2.7 oz"


def _fill(page: Page, **boxes: str) -> None:
    for name, text in boxes.items():
        page.locator(f"[name={name}]").fill(text)


def make_rocket(page: Page) -> None:
    """From the empty hangar to the motor station, by mouse."""
    page.get_by_role("link", name=re.compile("I have a tube and an idea")).click()
    page.get_by_role("link", name="Weigh and measure it").click()
    _fill(
        page,
        name=NAME,
        mass=MASS,
        diameter="1 5/16 in",
        length="61 cm",
        mount_diameter="18mm",
        mount_length="70 mm",
        canopy_diameter="40 cm",
        printed_motors="B9-4",
    )
    expect(page.get_by_text("= 76.5 g")).to_be_visible()
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_text(ADVICE)).to_be_visible()


def test_make_a_rocket_pick_its_motor_log_the_flight_and_compare(signed_in: Page) -> None:
    page = signed_in
    expect(page.get_by_role("heading", name="No rocket yet")).to_be_visible()
    make_rocket(page)

    # why not the others? every loser says it
    board = page.get_by_label("Verdict board")
    expect(board.locator("article").filter(has_text="no").last.locator("> p")).to_have_text(
        re.compile("too weak|wants|above|only|no ejection")
    )
    calm = page.get_by_text(ADVICE).inner_text()

    # wind comes up: every verdict is flown again
    page.locator("[name=wind]").fill("20 mph")
    page.locator("[name=wind]").press("Tab")
    expect(page.get_by_text(re.compile("delay step"))).to_be_visible()
    expect(page.get_by_text(calm, exact=True)).to_have_count(0)
    page.locator("[name=wind]").fill("2 m/s")
    page.locator("[name=wind]").press("Tab")
    expect(page.get_by_text(re.compile("delay step"))).to_have_count(0)

    # narrow to a class on the ladder, pin two, choose a delay, drag it
    page.get_by_label("Class ladder").get_by_role("button").filter(has_text="C").first.click()
    expect(board.get_by_text(re.compile(r"of \d+ motors"))).to_contain_text("4 of")
    for motor in ("C8", "C14"):
        page.get_by_role("button", name=f"Pin {motor} for comparing").click()
    expect(page.get_by_label("Pinned motors side by side").get_by_role("img")).to_be_visible()
    page.get_by_role("button", name=re.compile("C8-5: (good|open)")).first.click()
    flight = page.get_by_label("The flight", exact=True)
    expect(flight.get_by_role("heading", name="C8-5")).to_be_visible()
    handle = flight.get_by_role("slider")
    box = handle.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] - 8
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 60, y, steps=6)
    page.mouse.up()
    expect(flight.get_by_text("before apogee")).to_be_visible()
    page.get_by_role("button", name=re.compile("C8-5: (good|open)")).first.click()

    # a reload keeps the choice
    page.reload()
    expect(flight.get_by_role("heading", name="C8-5")).to_be_visible()

    # log it, with a mistake first
    flight.get_by_role("link", name="Log this flight").click()
    expect(page.locator("[name=delay]")).to_have_value("5")
    page.locator("[name=height]").fill("very high")
    page.get_by_label("opened at the top").check()
    page.get_by_label("landed safe, flies again").check()
    page.get_by_role("button", name="Into the logbook").click()
    expect(page.get_by_text("is not a height")).to_be_visible()
    page.locator("[name=height]").fill("520 ft")
    page.reload()
    expect(page.locator("[name=height]")).to_have_value("520 ft")
    page.get_by_role("button", name="Into the logbook").click()

    # forecast against fact
    expect(page.get_by_role("heading", name="Forecast against fact")).to_be_visible()
    expect(page.get_by_text(re.compile(r"Forecast \d+ m, measured 158 m"))).to_be_visible()
    page.get_by_role("link", name="Logbook").click()
    expect(page.get_by_role("row").filter(has_text=NAME)).to_contain_text("158 m")


def test_the_same_by_keyboard_alone(signed_in: Page) -> None:
    page = signed_in

    def tab_to(name: str, most: int = 80) -> None:
        """Tab until the thing with this name (or box with this name) has the focus."""
        for _ in range(most):
            page.keyboard.press("Tab")
            here = page.evaluate(
                "() => { const e = document.activeElement; return [e.name || '', e.getAttribute('aria-label') || '', e.textContent.trim()]; }"
            )
            if name in (here[0], here[1]) or (here[2] and here[2].startswith(name)):
                return
        raise AssertionError(f"no way to {name} by keyboard")

    page.get_by_role("heading", name="No rocket yet").wait_for()
    tab_to("I have a tube and an idea")
    page.keyboard.press("Enter")
    page.get_by_label("How wide is it?").wait_for()
    tab_to("Weigh and measure it")
    page.keyboard.press("Enter")
    page.locator("[name=name]").wait_for()
    for box, text in (
        ("name", NAME),
        ("mass", MASS),
        ("diameter", "33 mm"),
        ("mount_diameter", "18 mm"),
        ("mount_length", "70 mm"),
        ("canopy_diameter", "40 cm"),
    ):
        tab_to(box)
        page.keyboard.type(text)
    page.keyboard.press("Enter")
    expect(page.get_by_text(ADVICE)).to_be_visible()
    page.get_by_role("slider", name="Delay").wait_for()
    tab_to("Delay, seconds from burnout")
    before = page.get_by_role("slider", name="Delay").get_attribute("aria-valuenow")
    page.keyboard.press("Shift+ArrowLeft")
    expect(page.get_by_role("slider", name="Delay")).not_to_have_attribute("aria-valuenow", str(before))
    page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_role("slider", name="Delay")).to_have_attribute("aria-valuenow", str(before))
    page.locator("#main").focus()
    tab_to("Log this flight")
    page.keyboard.press("Enter")
    page.locator("[name=height]").wait_for()
    tab_to("height")
    page.keyboard.type("140 m")
    tab_to("opening")
    page.keyboard.press("ArrowDown")
    tab_to("landing")
    page.keyboard.press("Space")
    tab_to("Into the logbook")
    page.keyboard.press("Enter")
    expect(page.get_by_text(re.compile("measured 140 m"))).to_be_visible()

    # jump anywhere, and the sheet of keys
    page.keyboard.press("/")
    page.keyboard.type("J307")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="J307")).to_be_visible()
    page.locator("#main").focus()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Help")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog", name="Help")).to_have_count(0)

    # what people call it finds it, and the guide answers
    page.keyboard.press("/")
    page.get_by_role("combobox", name="Jump to").fill("metric")
    expect(page.get_by_role("option", name=re.compile("Limits and units"))).to_be_visible()
    page.get_by_role("combobox", name="Jump to").fill("first motors")
    page.get_by_role("option", name=re.compile("Your first motors")).click()
    expect(page.get_by_role("heading", name="Your first motors")).to_be_in_viewport()
    page.get_by_role("navigation", name="Chapters").get_by_role("link", name="Words").click()
    expect(page.get_by_text("How high it comes above the pad").first).to_be_visible()


def test_slips_are_noticed_and_mended_while_typing(signed_in: Page) -> None:
    page = signed_in
    page.get_by_role("link", name=re.compile("I have a tube and an idea")).click()
    page.get_by_role("link", name="Weigh and measure it").click()
    _fill(page, name=NAME, mass="76 g", diameter="1.3", mount_diameter="18 mm", mount_length="70 mm", canopy_diameter="40 mm")
    expect(page.get_by_text("Inches, perhaps?")).to_be_visible()
    page.get_by_role("button", name="make it 33 mm").click()
    expect(page.get_by_text("Inches, perhaps?")).to_have_count(0)
    page.get_by_role("button", name=re.compile("make it 3")).click()
    expect(page.locator("[name=canopy_diameter]")).to_have_value(re.compile(r"^3\d\d mm$"))
    page.locator("[name=mass]").fill("forty tons")
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_text(re.compile("is not a mass"))).to_be_visible()
    page.locator("[name=mass]").fill("40000 kg")
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_text(re.compile("40000 is out of range"))).to_be_visible()
    page.reload()
    expect(page.locator("[name=canopy_diameter]")).to_have_value(re.compile("mm"), timeout=5000)


def test_a_motor_of_ones_own_from_a_sheet_and_from_files(signed_in: Page, tmp_path: Any) -> None:
    page = signed_in
    page.get_by_role("link", name="Stores").click()
    page.get_by_label("Read any label").fill("C8-0")
    expect(page.get_by_text("lights the stage above")).to_be_visible()
    page.get_by_role("link", name="Add a motor", exact=True).click()
    _fill(page, label="C7-5", count="2")
    expect(page.get_by_text("Only its label is known")).to_be_visible()
    page.get_by_label("Case", exact=True).select_option("18 mm across")
    page.get_by_text("More, from its pack or sheet").click()
    _fill(
        page,
        delays="3, 5",
        length="70 mm",
        total_mass="24 g",
        propellant_mass="11.5 g",
        impulse="14 Ns",
    )
    expect(page.get_by_text("letter promises 5 to 10")).to_be_visible()
    _fill(page, impulse="9 Ns")
    expect(page.get_by_text("letter promises")).to_have_count(0)

    def offer(name: str, content: bytes) -> None:
        page.get_by_label("Curve file").set_input_files({"name": name, "mimeType": "text/csv", "buffer": content})

    huge = tmp_path / "huge.csv"
    huge.write_bytes(b"0,0\n" * 12_500_000)
    page.get_by_label("Curve file").set_input_files(huge)
    expect(page.get_by_text("is 50 MB")).to_be_visible()
    offer("text.csv", b"time,thrust\n0,0\n0.5,quite a lot\n")
    expect(page.get_by_text(re.compile("line 3.*not a number"))).to_be_visible()
    offer("back.csv", b"0,0\n0.5,9\n0.4,8\n")
    expect(page.get_by_text(re.compile("goes back"))).to_be_visible()
    expect(page.locator("[name=total_mass]")).to_have_value("24 g")
    offer("good.csv", b"time_s,thrust_n\n0,0\n0.1,14\n0.3,7\n1.1,7\n1.2,0\n")
    expect(page.get_by_text(re.compile("goes back"))).to_have_count(0)
    page.get_by_role("button", name="Put it in the box").click()
    expect(page.get_by_role("heading", name="C7")).to_be_visible()
    page.get_by_role("button", name="Bin it").click()
    page.get_by_role("button", name="Undo").click()
    page.get_by_label("Find a label").fill("C7")
    expect(page.get_by_text("yours · 2 in the box", exact=True)).to_be_visible()


def test_changes_on_the_shape_station_are_kept_undone_and_guarded(signed_in: Page) -> None:
    page = signed_in
    make_rocket(page)
    fly = ADVICE
    before = page.get_by_text(fly).inner_text()
    page.get_by_role("link", name="Shape").click()
    page.locator("[name=mass]").fill("150 g")
    page.locator("[name=mass]").press("Tab")
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()
    page.get_by_role("link", name="Motor", exact=True).click()
    expect(page.get_by_text(before, exact=True)).to_have_count(0)
    page.get_by_role("link", name="Shape").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[name=mass]")).to_have_value(MASS)

    # somebody else changes it meanwhile
    other = page.context.new_page()
    other.goto(page.url)
    other.locator("[name=mass]").fill("99 g")
    other.locator("[name=mass]").press("Tab")
    expect(other.get_by_text("99 g ·")).to_be_visible()
    page.locator("[name=diameter]").fill("35 mm")
    page.locator("[name=diameter]").press("Tab")
    expect(page.get_by_role("heading", name="Changed elsewhere meanwhile")).to_be_visible()
    page.get_by_role("button", name="Take what is there").click()
    expect(page.locator("[name=mass]")).to_have_value("99 g")
    page.get_by_role("button", name="Bin this rocket").click()
    expect(page.get_by_role("heading", name="No rocket yet")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text(NAME)).to_be_visible()


def test_a_lost_connection_loses_nothing(signed_in: Page) -> None:
    page = signed_in
    page.get_by_role("link", name=re.compile("I have a tube and an idea")).click()
    page.get_by_role("link", name="Weigh and measure it").click()
    _fill(page, name=NAME, mass=MASS, diameter="33 mm", mount_diameter="18 mm", mount_length="70 mm")

    def cut(route: Route) -> None:
        route.abort()

    expect(page.get_by_text("= 76.5 g")).to_be_visible()
    page.route("**/api/hangar/**", cut)
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_text("cannot be reached")).to_be_visible()
    page.unroute("**/api/hangar/**", cut)
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_text(re.compile("Nothing passes every test|^Fly |passes all"))).to_be_visible()


def test_an_empty_hangar_loads_an_example_and_units_and_light_change(signed_in: Page) -> None:
    page = signed_in
    page.get_by_role("button", name="Show me around").click()
    expect(page.get_by_text("3 rockets")).to_be_visible()
    page.locator("summary", has_text="hedda").click()
    page.get_by_role("button", name="imperial").click()
    expect(page.get_by_text("1.45 oz").first).to_be_visible()
    for name, theme in (("Night shift", "night-shift"), ("Field", "field"), ("Bench", "bench")):
        page.get_by_role("button", name=name, exact=True).click()
        expect(page.locator("html")).to_have_attribute("data-theme", theme)


@pytest.mark.parametrize(
    "path", ["/", "/new", "/logbook", "/stores/motors", "/stores/motors/new", "/stores/fields", "/settings", "/nowhere"]
)
def test_nothing_runs_off_a_phone(signed_in: Page, live_server: Any, path: str) -> None:
    page = signed_in
    troubles: list[str] = []
    page.on("console", lambda m: troubles.append(m.text) if m.type == "error" else None)
    page.on("pageerror", lambda e: troubles.append(str(e)))
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(live_server.url + path)
    page.locator("main h1, main h2").first.wait_for()
    fits_the_phone(page)
    assert troubles == []


def test_limits_are_the_owners_and_every_verdict_follows(signed_in: Page) -> None:
    page = signed_in
    make_rocket(page)
    before = page.get_by_text(ADVICE).inner_text()
    page.keyboard.press("/")
    page.get_by_role("combobox", name="Jump to").fill("limits")
    page.keyboard.press("Enter")
    box = page.get_by_role("textbox", name="Speed leaving the rod, at least")
    box.fill("3 kg")
    box.press("Tab")
    expect(page.get_by_text("does not measure a speed")).to_be_visible()
    box.fill("48 mph")
    box.press("Tab")
    expect(page.get_by_role("button", name="back to 13 m/s")).to_be_enabled()
    page.go_back()
    expect(page.get_by_text(re.compile("Nothing passes every test|^Fly |passes all"))).to_be_visible()
    expect(page.get_by_text(before, exact=True)).to_have_count(0)


def test_a_name_is_only_ever_text(signed_in: Page) -> None:
    page = signed_in
    alarms: list[str] = []
    page.on("dialog", lambda d: (alarms.append(d.message), d.dismiss()))
    nasty = "<img src=x onerror=alert(1)>"
    page.get_by_role("link", name=re.compile("I have a tube and an idea")).click()
    page.get_by_role("link", name="Weigh and measure it").click()
    _fill(page, name=nasty, mass=MASS, diameter="33 mm", mount_diameter="18 mm", mount_length="70 mm", canopy_diameter="40 cm")
    page.get_by_role("button", name="Put it on the rack").click()
    expect(page.get_by_role("heading", name=nasty)).to_be_visible()
    page.get_by_role("link", name="Hangar").click()
    expect(page.get_by_text(nasty)).to_be_visible()
    assert alarms == []


def test_the_logbook_is_narrowed_and_summed_and_the_filter_survives_a_reload(signed_in: Page) -> None:
    page = signed_in
    make_rocket(page)
    for opening, landing in (("opened at the top", "landed safe"), ("never opened", "damaged")):
        page.get_by_role("link", name="Motor", exact=True).click()
        page.get_by_label("The flight", exact=True).get_by_role("link", name="Log this flight").click()
        page.get_by_label(opening).check()
        page.get_by_label(landing).check()
        page.get_by_role("button", name="Into the logbook").click()
        expect(page.get_by_role("heading", name="Forecast against fact")).to_be_visible()
        page.get_by_role("link", name=NAME).click()
    page.get_by_role("link", name="Logbook").click()
    expect(page.get_by_text("2 flights")).to_be_visible()
    page.get_by_label("How it went").select_option("failure")
    expect(page.get_by_text("1 flight", exact=True)).to_be_visible()
    page.reload()
    expect(page.get_by_text("1 flight", exact=True)).to_be_visible()
    expect(page.get_by_role("row")).to_have_count(2)
    page.get_by_role("link", name="Hangar").click()
    expect(page.get_by_text("needs repair")).to_be_visible()


def test_the_trainer_asks_marks_and_scores_honestly(signed_in: Page) -> None:
    page = signed_in
    page.get_by_role("link", name="Seven questions").click()
    for n in range(1, 8):
        question = page.get_by_label(f"Question {n}", exact=True)
        question.get_by_role("button").first.click()
        expect(question.get_by_role("status")).to_contain_text(re.compile("^(Yes|No)\\."))
        if n < 7:
            page.get_by_role("button", name="Next question").click()
    marks = page.get_by_label("Answered so far").get_by_role("listitem")
    right = sum(", right" in (m.get_attribute("aria-label") or "") for m in marks.all())
    expect(page.get_by_text("All of them" if right == 7 else f"{right} of 7:")).to_be_visible()
    page.get_by_role("button", name="Seven others").click()
    expect(page.get_by_label("Question 1", exact=True).get_by_role("status")).to_be_empty()


def test_what_is_out_of_sight_is_drawn_when_it_comes_near_or_when_the_page_is_still(signed_in: Page) -> None:
    page = signed_in
    page.set_viewport_size({"width": 390, "height": 844})
    make_rocket(page)
    board = page.get_by_label("Verdict board").locator("article")
    expect(board.first).to_be_attached()
    assert page.evaluate("scrollY") == 0

    # A browser that is never idle, and a patience that never ends: only coming near is left.
    page.add_init_script("window.requestIdleCallback = () => 0")
    page.reload()
    expect(page.get_by_text(ADVICE)).to_be_visible()
    page.wait_for_timeout(1500)
    expect(board).to_have_count(0)
    page.evaluate("scrollTo(0, document.body.scrollHeight)")
    expect(board.first).to_be_attached()
    page.reload()
    expect(page.get_by_text(ADVICE)).to_be_visible()
    expect(board).to_have_count(0)
    page.evaluate("dispatchEvent(new Event('beforeprint'))")  # paper shows the whole page
    expect(board.first).to_be_attached()
