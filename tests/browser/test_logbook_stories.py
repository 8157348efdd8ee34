"""Stories of the logbook: a log dropped on a flight, a failure taken apart, a rocket tracked with sighting sticks."""

import re
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_stories import make_rocket
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.pocket import recording_of
from wobbly_fin.standins.altimeter import written


@pytest.fixture
def flown(signed_in: Page) -> Page:
    """On the page of a flight just logged."""
    page = signed_in
    make_rocket(page)
    page.get_by_role("link", name=re.compile("^Flights")).click()
    page.get_by_role("link", name="Log a flight").click()
    page.get_by_role("radio", name="never opened").check()
    page.get_by_role("radio", name="damaged").check()
    page.get_by_role("button", name="Into the logbook").click()
    expect(page.get_by_role("heading", name="Forecast against fact")).to_be_visible()
    return page


def test_a_log_is_dropped_put_right_kept_and_read_out(flown: Page, tmp_path: Path) -> None:
    page = flown
    Flight.objects.update(opening="at_apogee", landing="safe")
    page.reload()
    box = page.get_by_label("Altimeter log", exact=True)
    nonsense = tmp_path / "notes.txt"
    nonsense.write_text("dear diary\nit flew\n")
    box.set_input_files(nonsense)
    expect(page.get_by_text("holds no rows of numbers")).to_be_visible()

    log = tmp_path / "pocket.csv"
    log.write_text(written(recording_of(Flight.objects.get()), "feet"))
    box.set_input_files(log)
    expect(page.get_by_text("is this right?")).to_be_visible()
    expect(page.get_by_text("time in s, height in ft")).to_be_visible()
    slider = page.get_by_role("slider", name=re.compile("apogee"))
    before = float(slider.get_attribute("aria-valuenow") or 0)
    slider.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(slider).not_to_have_attribute("aria-valuenow", f"{before:g}")
    page.get_by_role("button", name="Keep this log").click()
    expect(page.get_by_text("The log is kept")).to_be_visible()
    expect(page.get_by_role("columnheader", name="by the log")).to_be_visible()
    expect(page.get_by_text("measured flight").first).to_be_visible()

    # Read-outs typed in any unit; what cannot be is questioned.
    page.get_by_role("button", name="Type them off an altimeter").click()
    page.get_by_label("peak height").fill("480 ft")
    page.get_by_label("height at ejection").fill("475 ft")
    page.get_by_label("apogee to ejection").fill("3.3")
    page.get_by_role("button", name="Keep the read-outs").click()
    expect(page.get_by_text("A decimal point?")).to_be_visible()
    # A kept log's moment is moved too, and put back.
    page.get_by_text("Move its moments").click()
    kept = page.get_by_label("Altimeter logs").get_by_role("slider", name=re.compile("apogee"))
    there = kept.get_attribute("aria-valuenow") or ""
    kept.focus()
    page.keyboard.press("Shift+ArrowLeft")
    expect(kept).not_to_have_attribute("aria-valuenow", there)
    page.get_by_role("button", name="Back to where they were found").click()
    expect(page.get_by_role("button", name="Back to where they were found")).to_have_count(0)
    page.get_by_role("button", name="Throw away pocket.csv").click()
    expect(page.get_by_text("simulated")).to_have_count(1)


def test_a_failure_is_taken_apart_and_the_rocket_stays_down_until_it_is_mended(flown: Page) -> None:
    page = flown
    page.get_by_role("link", name="Take the failure apart").click()
    expect(page.get_by_role("heading", name=re.compile("What happened to"))).to_be_visible()
    page.get_by_role("group", name="Was the motor still in?").get_by_role("button", name="no").click()
    first = page.get_by_role("article").first
    expect(first).to_contain_text("blown out instead of the canopy")
    expect(first).to_contain_text("the motor was gone")
    first.get_by_role("button", name="It was this").click()
    chain = page.get_by_label("Chain of causes")
    expect(chain.get_by_text("Nothing held the motor", exact=True)).to_be_visible()
    chain.get_by_label("And then?").fill("A fin cracked in the furrow")
    chain.get_by_role("button", name="Add").click()
    expect(chain.get_by_text("A fin cracked in the furrow", exact=True)).to_be_visible()
    page.get_by_label("What its next checklists ask for").fill("Tape takes a firm pull")
    page.get_by_label("a fin came off or cracked").check()
    page.get_by_label("Keep it on the ground").check()
    page.get_by_role("button", name="Close the review").click()
    expect(page.get_by_text("✓ Decided")).to_be_visible()
    expect(page.get_by_text("grounded until its repairs are done")).to_be_visible()

    url = page.url
    page.goto(url.split("/logbook")[0] + f"/rockets/{Flight.objects.get().rocket_id}/motor")
    expect(page.get_by_text("Tape takes a firm pull")).to_be_visible()
    expect(page.get_by_text(re.compile("review of its last failure")).first).to_be_visible()
    page.goto(url)
    page.get_by_role("button", name="Mended").click()
    expect(page.get_by_text("✓ mended")).to_be_visible()
    expect(page.get_by_text("grounded until its repairs are done")).to_have_count(0)


def test_sighting_sticks_a_place_on_the_map_and_the_season(flown: Page, live_server: Any) -> None:
    page = flown
    page.get_by_text("Tracked from the ground").click()
    page.get_by_label("Baseline").fill("300 m")
    for n, (up, round_) in enumerate((("40", "50"), ("42", "55"))):
        page.locator(f"[name=elevation_{n}]").fill(up)
        page.locator(f"[name=azimuth_{n}]").fill(round_)
    page.get_by_role("button", name="Work out the height").click()
    expect(page.get_by_text("they close within")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("Two stations, 300 m apart"))).to_be_visible()

    page.get_by_role("application").focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(page.get_by_text(re.compile("It lay .* from the pad"))).to_be_visible()

    # The stand-in: on, armed, flown, read out, its log taken.
    page.get_by_text("No altimeter? Try a simulated one").click()
    for button in ("Hold", "Hold", "Let it fly"):
        page.get_by_role("button", name=button, exact=True).click()
        expect(page.get_by_role("button", name="Hold", exact=True)).to_be_enabled()
        page.wait_for_load_state("networkidle")
    page.get_by_role("button", name="Take its log").click()
    expect(page.get_by_text("simulated, 50 samples a second")).to_be_visible()

    page.goto(f"{live_server.url}/logbook")
    season = page.get_by_label("The season")
    season.get_by_role("link").first.focus()
    expect(season.get_by_text(re.compile("never opened, damaged"))).to_be_visible()
    page.get_by_role("link", name="In figures").click()
    expect(page.get_by_text("0 of 1").first).to_be_visible()


def test_the_report_is_printed_without_what_is_only_for_the_screen(flown: Page) -> None:
    page = flown
    page.get_by_role("link", name="Take the failure apart").click()
    page.get_by_role("article").first.get_by_role("button", name="It was this").click()
    page.get_by_label("a fin came off or cracked").check()
    expect(page.get_by_role("combobox", name="It went wrong")).not_to_have_value("")
    page.evaluate("window.print = () => { window.printed = true }")
    page.get_by_role("button", name="Print the report").click()
    assert page.evaluate("window.printed")
    page.emulate_media(media="print")
    expect(page.get_by_text("a fin came off or cracked")).to_be_visible()
    for only_on_screen in ("the nose is cracked", "Print the report", "And then?"):
        expect(page.get_by_text(only_on_screen)).to_be_hidden()


def test_a_wreck_cut_open_advises_the_next_build(flown: Page, live_server: Any) -> None:
    page = flown
    rocket = Flight.objects.get().rocket_id
    page.goto(f"{live_server.url}/rockets/{rocket}/teardown")
    page.get_by_role("button", name="Add a joint").click()
    page.get_by_role("button", name="Keep the findings").click()
    expect(page.get_by_text("say what was seen of this joint")).to_be_visible()
    page.get_by_label("Glue, %").fill("40")
    page.get_by_role("combobox", name=re.compile("^Went")).select_option("in the glue line")
    page.get_by_label("Force").fill("18,5")
    page.get_by_role("button", name="Keep the findings").click()
    expect(page.get_by_text("Glue reached only 40% of a fin root")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Force")).to_have_value("18.5 N")


def test_files_go_out_and_a_whole_hangar_comes_back(flown: Page, live_server: Any, tmp_path: Path) -> None:
    page = flown
    page.goto(f"{live_server.url}/logbook")
    page.get_by_text("In and out: files").click()
    saved = {}
    for words in ("Flights as CSV", "Everything, as one archive"):
        with page.expect_download() as waiting:
            page.get_by_role("link", name=words).click()
        saved[words] = tmp_path / waiting.value.suggested_filename
        waiting.value.save_as(saved[words])
    assert str(Flight.objects.get().pk) in saved["Flights as CSV"].read_text()

    restore = page.get_by_label("Restore an archive")
    broken = tmp_path / "broken.zip"
    broken.write_bytes(saved["Everything, as one archive"].read_bytes()[:200])
    restore.set_input_files(broken)
    expect(page.get_by_role("alert")).to_be_visible()
    assert Flight.objects.count() == 1
    rocket = Flight.objects.get().rocket
    Flight.objects.all().delete()
    rocket.delete()
    restore.set_input_files(saved["Everything, as one archive"])
    expect(page.get_by_text("Put back: 1 rocket, 1 flight.")).to_be_visible()
    assert Flight.objects.count() == 1

    flights = page.get_by_label("Take in flights")
    flights.set_input_files(saved["Flights as CSV"])
    expect(page.get_by_text("1 flight taken in.")).to_be_visible()
