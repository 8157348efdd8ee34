"""The firing circuit reckoned, and the simulated controller played."""

from django.http import HttpRequest
from ninja import Router

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.launchdays.api.schemas import DayChoiceOut, FiringIn, FiringOut, PanelOut, RehearsalIn
from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S, PUBLISHED
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.firing import explain
from wobbly_fin.rocketry.firing.circuit import MOST_IGNITERS, Circuit, fire, remedies
from wobbly_fin.rocketry.firing.lead import read_gauge
from wobbly_fin.rocketry.firing.parts import CELLS, IGNITERS, Battery, igniter_of
from wobbly_fin.rocketry.motors.classes import impulse_class
from wobbly_fin.rocketry.motors.motor import MOST_MODEL_MOTOR_N_S
from wobbly_fin.rocketry.units.parse import parse_si
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.standins.launch_controller import Move, rehearse

router = Router(tags=["launchdays"])
# Motors that stand off alike: the last class of each.
_SIZES = (("B", "up to B"), ("D", "C, D"), ("G", "E to G"), ("I", "H, I"), ("J", "J"), ("K", "K"))


@router.post("/firing", response={200: FiringOut, 422: ErrorOut}, operation_id="firing")
def firing(request: HttpRequest, body: FiringIn) -> FiringOut:
    """Whether a circuit lights its igniters, from far enough away."""
    units = units_of(preferences_of(person(request)))
    with Together() as read:
        lead = read(parse_si, body.lead, "length", units, name="lead")
        if not 1 <= body.count <= MOST_IGNITERS:
            read.refuse("count", f"is no number of igniters there are figures for; one to {MOST_IGNITERS} stand side by side")
        battery = read(Battery, chemistry=body.chemistry, cells=body.cells, charge=body.charge)
        area, igniter = read(read_gauge, body.gauge), read(igniter_of, body.igniter)
    circuit = Circuit(battery=battery, lead_m=lead, area_m2=area, igniters=(igniter,) * body.count)
    found = fire(circuit)
    high_power = body.impulse_n_s > MOST_MODEL_MOTOR_N_S
    stand_off = PUBLISHED.least_stand_off_m(body.impulse_n_s, high_power=high_power, several=body.count > 1)
    if stand_off is None:
        raise RocketryError("impulse_n_s", "is more than the published table of distances goes to")
    return FiringOut(
        will=found.will,
        refused=lead < stand_off - 1e-9,
        said=[
            explain.will_sentence(circuit, found), explain.lead_sentence(found, stand_off, lead, units), explain.test_sentence(found, circuit),
            explain.battery_sentence(found, circuit),
        ],
        remedies=[explain.remedy_sentence(circuit, r, units) for r in remedies(circuit, stand_off)] if found.will != "lights" else [],
        caution=explain.CAUTION,
        currents_a=[round(a, 3) for a in found.currents_a],
        battery_v=round(circuit.battery.volts, 2),
        lead_ohm=round(circuit.lead_ohm, 3),
        chemistries=[DayChoiceOut(key=c.key, label=c.name) for c in CELLS.values()],
        igniters=[DayChoiceOut(key=i.key, label=i.name) for i in IGNITERS.values()],
        sizes=[DayChoiceOut(key=f"{impulse_class(last).max_n_s:g}", label=words) for last, words in _SIZES],
    )  # fmt: skip


@router.post("/rehearsal", response={200: PanelOut, 422: ErrorOut}, operation_id="rehearsal")
def rehearsal(request: HttpRequest, body: RehearsalIn) -> PanelOut:
    """Play the simulated controller: the moves from the beginning, and what it shows after the last."""
    panel = rehearse(body.seed, [Move(act=m.act, at_s=m.at_s) for m in body.moves])
    now = body.moves[-1].at_s if body.moves else 0.0
    waits = 0.0 if panel.fired_at is None or panel.flew else max(0.0, MISFIRE_WAIT_S - (now - panel.fired_at))
    return PanelOut(
        key=panel.key, armed=panel.armed, at_pad=panel.at_pad, counting=panel.counting_since is not None, lamp=panel.lamp,
        said=explain.panel_sentence(panel.said), wrongs=[explain.wrong_sentence(w) for w in dict.fromkeys(panel.wrongs)], flew=panel.flew,
        found=panel.found, misfired=panel.fired_at is not None and not panel.flew, wait_s=waits, fault=panel.fault if panel.flew else "",
    )  # fmt: skip
