"""Stories from the bench: a rocket built up from nothing, one dragged into shape, one cut out of paper."""

import re
import uuid
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from tests.browser.waiting import ADVICE, fits_the_phone
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.hangar.models import Rocket


def rocket_of_demo(user: User, name: str) -> uuid.UUID:
    """A demo rocket in somebody's hangar."""
    key = uuid.uuid4()
    save_rocket(user, key, demo_file(next(r for r in ROCKETS if r.name == name)), None)
    return key


def _open(page: Page, server: Any, key: uuid.UUID) -> None:
    page.goto(f"{server.url}/rockets/{key}/shape")
    expect(page.get_by_label("The rocket to scale")).to_be_visible()


def _add(page: Page, kind: str, shelf: str | None = None) -> None:
    page.get_by_role("button", name="+ add in, on or behind it").last.click()
    page.get_by_role("button", name=re.compile(f"^{kind}")).click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name=shelf or "Make one on the spot").first.click()
    expect(dialog).to_have_count(0)


def test_begin_with_a_tube_and_a_kits_list_and_build_it_up(signed_in: Page) -> None:
    page = signed_in
    page.get_by_role("link", name="I have a kit box").click()
    page.get_by_role("link", name="an empty bench").click()
    page.get_by_role("button", name="Lay it on the bench").click()
    expect(page.get_by_text("what is it called?").first).to_be_visible()
    page.locator("[name=name]").fill("Bodkin")
    page.locator("[name=diameter]").fill("27 mm")
    page.get_by_role("textbox", name=re.compile("list of parts")).fill("1 nose cone\n3 fins\n2 × ring")
    page.get_by_role("button", name="Lay it on the bench").click()
    expect(page.get_by_text("Still to be placed: fins").first).to_be_visible()

    for kind in ("Fins", "Motor tube", "Launch lug", "Anchor", "Cord", "Canopy"):
        _add(page, kind)
    expect(page.get_by_text(re.compile("It will fly straight|Thin for")).first).to_be_visible()
    for kind in ("Centring ring", "Centring ring", "Retainer"):
        _add(page, kind)
    expect(page.get_by_text("is held by nothing")).to_have_count(0)

    # the box is checked off, what is missing is named
    page.get_by_role("tab", name="Box & prototype").click()
    page.get_by_label("2 × ring: is it there?").or_(page.get_by_label("ring: is it there?")).select_option("no")
    expect(page.get_by_text("Missing: 2 × ring.")).to_be_visible()

    # and the motor station has an answer for it
    page.get_by_role("link", name="Motor", exact=True).click()
    expect(page.get_by_text(ADVICE)).to_be_visible()


def test_type_it_drag_it_nudge_it_undo_it(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    _open(page, live_server, key)
    sentence = page.get_by_text(re.compile(r"calibres with \w+ aboard")).first
    first = sentence.inner_text()
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile(r"\bfins\b")).click()
    span = page.locator("[name=span_m]")

    # nonsense stays in its box with a sentence, and the drawing stays
    span.fill("-3 mm")
    span.press("Tab")
    expect(page.get_by_text("'-3 mm' will not do").first).to_be_visible()
    expect(span).to_have_value("-3 mm")
    expect(sentence).to_have_text(first, use_inner_text=True)

    # inches taken for millimetres are asked about
    span.fill("1.8")
    span.press("Tab")
    page.get_by_role("button", name="make it 45.72 mm").click()
    expect(span).to_have_value("45.72 mm")
    expect(page.get_by_text("Did you mean")).to_have_count(0)

    # drag the tip outwards: the figures follow while it moves
    handle = page.get_by_role("slider", name="fins: span")
    box = handle.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 20, steps=6)
    expect(sentence).not_to_have_text(first, use_inner_text=True)
    with page.expect_response(re.compile("shape/edit")) as kept:
        page.mouse.up()
    dragged = next(b["text"] for b in kept.value.json()["selected"]["boxes"] if b["field"] == "span_m")
    assert dragged != "45.72 mm"
    expect(span).to_have_value(dragged)

    # a millimetre by keyboard, then back and forth
    handle = page.get_by_role("slider", name="fins: span")
    handle.focus()
    with page.expect_response(re.compile("shape/edit")) as kept:
        handle.press("ArrowUp")
    nudged = next(b["text"] for b in kept.value.json()["selected"]["boxes"] if b["field"] == "span_m")
    expect(span).to_have_value(nudged)
    assert float(nudged.split()[0]) == pytest.approx(float(dragged.split()[0]) + 1.0, abs=0.51)
    page.get_by_role("button", name="Undo").click()
    expect(span).to_have_value(dragged)
    page.get_by_role("button", name="Redo").click()
    expect(span).to_have_value(nudged)

    # nothing is lost by a reload
    page.reload()
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile(r"\bfins\b")).click()
    expect(page.locator("[name=span_m]")).to_have_value(nudged)


def test_fins_give_way_to_tubes_and_what_is_not_sure_is_said(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    _open(page, live_server, key)
    parts = page.get_by_label("Parts from nose to tail")
    parts.get_by_role("button", name=re.compile(r"\bfins\b")).click()
    page.get_by_role("button", name="Take it out").click()
    expect(page.get_by_text("Still to be placed: fins").first).to_be_visible()
    page.get_by_role("button", name="+ add in, on or behind it").nth(1).click()
    page.get_by_role("button", name=re.compile("^Tube fins")).click()
    page.get_by_role("button", name="Make one on the spot").click()

    # three boxes lie open, the rest is folded away until it is asked for
    expect(page.locator("[name=count]")).to_have_value("6")
    expect(page.locator("[name=inner_diameter_m]")).to_be_hidden()
    expect(page.get_by_text("our own estimate, good to a fifth").first).to_be_visible()
    expect(page.get_by_role("button", name="tube fins", exact=True).first).to_be_visible()
    sentence = page.get_by_text(re.compile(r"calibres with \w+ aboard")).first
    margin = sentence.inner_text()
    longer = page.locator("[name=length_m]")
    longer.fill("75 mm")
    longer.press("Tab")
    expect(sentence).not_to_have_text(margin, use_inner_text=True)

    # what will not do unfolds the box it is in
    page.get_by_text("Everything about it").click()
    inside = page.locator("[name=inner_diameter_m]")
    inside.fill("40 mm")
    inside.press("Tab")
    expect(page.get_by_text("leaves no wall").first).to_be_visible()
    expect(inside).to_have_value("40 mm")


def test_weigh_solve_and_look_where_the_drag_is(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Post Rider")
    _open(page, live_server, key)
    page.get_by_role("tab", name="Weigh").click()
    page.get_by_label("fins: what the scale says").fill("24 g")
    page.get_by_label("fins: what the scale says").press("Tab")
    expect(page.get_by_role("row", name=re.compile("^fins.*measured"))).to_be_visible()
    page.get_by_role("tab", name="What if").click()
    page.locator("[name=wanted]").fill("3")
    page.get_by_role("button", name="with weight in the nose").click()
    expect(page.get_by_text(re.compile("becomes 3.00 calibres"))).to_be_visible()
    page.get_by_role("button", name="Do it").click()
    expect(page.get_by_text(re.compile(r"3\.0 ± 0\.\d calibres")).first).to_be_visible()
    page.locator("[name=wanted]").fill("9")
    page.get_by_role("button", name="with the fins’ place").click()
    expect(page.get_by_text(re.compile("the range gives"))).to_be_visible()
    expect(page.locator("[name=wanted]")).to_be_focused()

    # a slider tries; nothing is kept until it is said so
    slider = page.get_by_role("slider", name="fins, thickness")
    slider.focus()
    slider.press("ArrowRight")
    expect(page.get_by_text("Only tried:")).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_text("Only tried:")).to_have_count(0)
    page.get_by_role("tab", name="Drag").click()
    expect(page.get_by_text(re.compile(r"Cd 0\.\d\d coasting"))).to_be_visible()


def test_templates_are_previewed_and_downloaded(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Night Ferry")
    _open(page, live_server, key)
    page.get_by_role("tab", name="Templates").click()
    page.get_by_role("button", name=re.compile("^fins: one of 3")).click()
    expect(page.get_by_role("img", name=re.compile("fins: one of 3"))).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="PDF, full size").click()
    assert download.value.suggested_filename == "night-ferry-fin-13.pdf" or download.value.suggested_filename.endswith(".pdf")


def test_changed_elsewhere_meanwhile_is_said_and_nothing_is_overwritten(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Copper Kettle")
    _open(page, live_server, key)
    row = Rocket.objects.get(pk=key)
    row.document["remarks"] = "from the phone"
    Rocket.objects.filter(pk=key).update(revision=2, document=row.document)
    name = page.locator("[name=name]")
    name.fill("Tin Kettle")
    name.press("Tab")
    expect(page.get_by_text("changed elsewhere meanwhile")).to_be_visible()
    page.get_by_role("button", name="Do it on what is there now").click()
    expect(page.get_by_role("heading", name="Tin Kettle")).to_be_visible()
    assert Rocket.objects.get(pk=key).document["remarks"] == "from the phone"


def test_a_rocket_goes_out_as_a_file_and_comes_back(signed_in: Page, live_server: Any, hedda: User, tmp_path: Path) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Thimble")
    _open(page, live_server, key)
    with page.expect_download() as download:
        page.get_by_role("link", name="Save it as a file").click()
    saved = tmp_path / "thimble.json"
    download.value.save_as(saved)
    page.goto(f"{live_server.url}/new/parts")
    newer = tmp_path / "newer.json"
    newer.write_text(saved.read_text().replace('"version": 3', '"version": 9'))
    page.get_by_label("Or read a rocket file").set_input_files(newer)
    expect(page.get_by_text("written by a newer Wobbly Fin")).to_be_visible()
    page.get_by_label("Or read a rocket file").set_input_files(saved)
    expect(page.get_by_label("The rocket to scale")).to_be_visible()
    first, second = Rocket.objects.all()
    assert first.document == second.document and first.pk != second.pk


def test_grow_a_quick_rocket_compare_its_versions_and_reopen_the_first(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Barn Owl")
    page.goto(f"{live_server.url}/rockets/{key}/shape")
    page.get_by_role("button", name="Grow it into an airframe").click()
    expect(page.get_by_label("The rocket to scale")).to_be_visible()
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile(r"\bfins\b")).click()
    page.locator("[name=count]").fill("4")
    page.locator("[name=count]").press("Tab")
    page.get_by_role("tab", name="Versions").click()
    expect(page.get_by_text("fins, how many: 3 → 4")).to_be_visible()
    page.get_by_role("button", name="reopen").last.click()
    expect(page.get_by_role("button", name="Grow it into an airframe")).to_be_visible()


def test_on_a_phone_the_answer_comes_first_and_nothing_runs_off_the_side(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Saltmarsh Heron")
    page.set_viewport_size({"width": 390, "height": 844})
    _open(page, live_server, key)
    expect(page.get_by_text("It will fly straight").first).to_be_in_viewport()
    fits_the_phone(page)
    for tab, there in (
        ("What if", "A tenth more of each"),
        ("Versions", "This is the first version"),
        ("Box & prototype", "Prototype"),
    ):
        page.get_by_role("tab", name=tab).click()
        expect(page.get_by_text(re.compile(there)).first).to_be_visible()
        fits_the_phone(page)


def test_what_cannot_be_is_said_at_its_box_and_puts_one_there(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Post Rider")
    _open(page, live_server, key)
    page.get_by_role("tab", name="Box & prototype").click()
    length = page.get_by_role("textbox", name=re.compile(", prototype$")).nth(1)
    kept = length.input_value()
    length.fill("wide")
    length.press("Tab")
    table = page.get_by_label("A scale model’s prototype").get_by_role("table")
    expect(table.get_by_role("alert")).to_contain_text("'wide' is not a length")
    expect(length).to_have_attribute("aria-invalid", "true")
    length.fill(kept)
    length.press("Tab")
    expect(table.get_by_role("alert")).to_have_count(0)

    factor = page.locator("[name=factor]")
    for text, says in (("twice", "is no factor"), ("900", "must lie between")):
        factor.fill(text)
        page.get_by_role("button", name="Make it").click()
        expect(page.get_by_text(re.compile(says))).to_be_visible()
        expect(factor).to_be_focused()
    assert Rocket.objects.count() == 1
