"""Causes of failures: phase, how each bends the odds of every clue, what to inspect, what to change, what to check next time.

The odds are our own estimates from common practice, no source. They need not be exact: they only have to tell causes apart.
"""

from dataclasses import dataclass, field
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.clues import CLUES

Phase = Literal["pad", "boost", "coast", "ejection", "descent", "landing"]
PHASES: dict[Phase, str] = {
    "pad": "on the pad", "boost": "under thrust", "coast": "coasting", "ejection": "at ejection", "descent": "coming down", "landing": "at landing",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Cause:
    """One way to fail.

    Attributes
    ----------
    prior : float
        How often, among failures.
    odds : dict
        Clue to the probability that it is true given this cause; clues not named are true as often as usual.
    kind : str
        Of part it begins at, for marking the drawing: motor, igniter, mount, fins, nose, canopy, cord, bay, electronics, field.
    leads_to : tuple of str
        What follows, in order: the chain proposed.
    needs : dict
        What must be so for it to be: where it is known not to be, the cause is ruled out.
    repair : str
        The repair that belongs to it in Build, empty: none.
    check : str
        What a later checklist asks for, as an order.
    """

    phase: Phase
    name: str
    prior: float
    odds: dict[str, float] = field(hash=False)
    kind: str
    leads_to: tuple[str, ...]
    inspect: tuple[str, ...]
    change: tuple[str, ...]
    check: str
    repair: str = ""
    needs: dict[str, bool] = field(default_factory=dict, hash=False)

    def __post_init__(self) -> None:
        unknown = set(self.odds) | set(self.needs)
        unknown -= set(CLUES)
        if unknown:
            raise RocketryError("odds", f"names clues nobody knows: {', '.join(sorted(unknown))}")


_NEVER_LEFT = {"log_left": 0.02, "nose_off": 0.03, "canopy_out": 0.03, "canopy_open": 0.03, "popped": 0.05, "straight": 0.5}
_FELL = {"log_fast_down": 0.9, "canopy_open": 0.04}

CAUSES: dict[str, Cause] = {
    "igniter": Cause(
        phase="pad", needs={"lit": False}, name="The igniter burnt without lighting the motor", prior=0.09, kind="igniter",
        odds=_NEVER_LEFT | {"lit": 0.02, "igniter_burnt": 0.97, "lamp_lit": 0.97, "clips_touched": 0.03},
        leads_to=("the igniter burnt", "its head did not touch the propellant"),
        inspect=("How far in the head was: mark it on the leads.", "Whether the plug pushed the leads apart and held them."),
        change=("Push the igniter home until it touches, then plug it.",), check="Igniter touches the propellant; plug holds it there.",
    ),
    "shorted_leads": Cause(
        phase="pad", needs={"lit": False}, name="Leads or clips touched: the current went past the igniter", prior=0.07, kind="igniter",
        odds=_NEVER_LEFT | {"lit": 0.02, "igniter_burnt": 0.04, "lamp_lit": 0.9, "clips_touched": 0.8},
        leads_to=("leads or clips touched", "no current through the bridge"),
        inspect=("Soot or a bright spot where metal touched metal.",),
        change=("Wrap the leads once round each clip; tape the deflector; bend the leads apart.",), check="Clips clean and apart, nothing touches the deflector.",
    ),
    "broken_bridge": Cause(
        phase="pad", needs={"lit": False}, name="The igniter’s bridge or a lead was broken", prior=0.05, kind="igniter",
        odds=_NEVER_LEFT | {"lit": 0.02, "igniter_burnt": 0.03, "lamp_lit": 0.06, "clips_touched": 0.04},
        leads_to=("the bridge was broken", "the circuit was open"),
        inspect=("The bridge under a lens; resistance of igniter and leads with an igniter-safe meter.",),
        change=("Handle igniters by their leads; carry a spare.",), check="Bridge intact before it goes in.",
    ),
    "weak_battery": Cause(
        phase="pad", needs={"lit": False}, name="Too little current reached the igniter", prior=0.04, kind="igniter",
        odds=_NEVER_LEFT | {"lit": 0.02, "igniter_burnt": 0.06, "lamp_lit": 0.93, "clips_touched": 0.03, "cold": 0.3, "cluster_or_stage": 0.25},
        leads_to=("the battery was weak or the lead long", "the bridge stayed too cold"),
        inspect=("Voltage under load, not at rest.", "Clips and plugs for corrosion."),
        change=("A fresh battery, shorter or thicker leads.",), check="Battery fresh enough for this lead: look at the firing circuit.",
    ),
    "part_cluster": Cause(
        phase="boost", needs={"cluster_or_stage": True}, name="A motor of the cluster, or the next stage, did not light", prior=0.03, kind="motor",
        odds={"one_did_not_light": 0.96, "cluster_or_stage": 0.99, "straight": 0.2, "log_weak_push": 0.8, "log_low": 0.85, "lit": 0.97},
        leads_to=("one motor stayed unlit", "thrust was off the axis or too small", "it flew crooked and low"),
        inspect=("The unlit motor’s igniter.", "Gap between stages, vent holes."),
        change=("Igniters of one batch, dipped and measured; more current; stages taped nozzle to grain.",), check="Every igniter measured, all wired alike.",
    ),
    "hung_on_rod": Cause(
        phase="boost", needs={"stuck_on_rod": True}, name="It hung on the rod or rail", prior=0.03, kind="fins",
        odds={"stuck_on_rod": 0.9, "straight": 0.35, "log_low": 0.7, "rod_slow": 0.3, "lit": 0.98, "log_left": 0.7},
        leads_to=("the lug or button bound", "it left the rod slowly or not at all"),
        inspect=("Lug in line with the axis; burrs, paint or soot on rod and lug.",),
        change=("Clean and wax the rod; a longer lug or a second one in line.",), check="Slides on the rod by its own weight.",
    ),
    "rod_too_slow": Cause(
        phase="boost", name="It left the rod too slowly for the wind", prior=0.05, kind="fins",
        odds={"rod_slow": 0.9, "windy": 0.6, "straight": 0.15, "into_wind": 0.55, "log_low": 0.7, "corkscrewed": 0.15, "margin_low": 0.1, "lit": 0.99},
        leads_to=("it left the rod slowly", "the wind turned it", "it flew low and far upwind"),
        inspect=("Mass on the scale with the motor in.", "Motor label against what was planned."),
        change=("More thrust, a longer rod, or a calmer hour.",), check="Weigh it loaded; rod speed against this hour’s wind.",
    ),
    "unstable": Cause(
        phase="boost", name="Unstable: it balanced too far back", prior=0.05, kind="fins",
        odds={"corkscrewed": 0.85, "straight": 0.03, "margin_low": 0.75, "log_low": 0.9, "fin_left": 0.03, "into_wind": 0.05, "rod_slow": 0.12, "lit": 0.99, "motor_in": 0.95},
        leads_to=("centre of gravity too near the centre of pressure", "it corkscrewed"),
        inspect=("Where it balances with the motor in.", "A heavier motor than planned; repairs at the tail; wet fins."),
        change=("Nose weight or larger fins; swing-test small ones.",), check="Balance it on a finger, motor in, before it goes on the rod.",
    ),
    "fin_joint": Cause(
        phase="boost", needs={"fin_left": True}, name="A fin’s glue joint let go", prior=0.06, kind="fins", repair="fin_off",
        odds={"fin_left": 0.88, "joint_bare": 0.8, "straight": 0.15, "corkscrewed": 0.35, "log_low": 0.7, "margin_low": 0.08, "lit": 0.99},
        leads_to=("glue never held the joint", "a fin came off", "it went off course"),
        inspect=("Both faces of the joint: bare wood or glossy paper means glue never held.", "The other fins: pull each."),
        change=("Sand the glossy skin, rub glue in, fillet both sides; the inside too.",), check="Pull each fin sideways; look along every fillet for cracks.",
    ),
    "fin_flutter": Cause(
        phase="boost", needs={"fin_left": True}, name="A fin broke under speed", prior=0.03, kind="fins", repair="fin_off",
        odds={"fin_left": 0.85, "joint_bare": 0.08, "thin_fins": 0.8, "straight": 0.2, "log_low": 0.65, "lit": 0.99},
        leads_to=("a fin fluttered", "it broke across the grain", "it went off course"),
        inspect=("Whether the break is in the wood, and along which grain.",),
        change=("Thicker, shorter or stiffer fins; grain along the leading edge; less motor.",), check="No cracks in any fin, grain sound.",
    ),
    "case_burst": Cause(
        phase="boost", needs={"flame_sideways": True}, name="The motor burst or burnt through", prior=0.03, kind="motor", repair="mount_loose",
        odds={"flame_sideways": 0.9, "log_short_burn": 0.85, "log_low": 0.9, "mount_loose": 0.35, "log_weak_push": 0.5, "nose_off": 0.8, "melted": 0.4, "lit": 0.99},
        leads_to=("the case failed", "flame came out where it should not"),
        inspect=("Keep the case and its label; measure nothing inside. Report it to the maker and the certifying body.", "For a reload: seals against the maker’s sheet."),
        change=("Another batch; reloads by the maker’s sheet, fresh seals.",), check="Motor unmarked, never dropped, of a batch without complaints.",
    ),
    "mount_broke": Cause(
        phase="boost", needs={"mount_loose": True}, name="The motor mount came loose under thrust", prior=0.02, kind="mount", repair="mount_loose",
        odds={"mount_loose": 0.95, "joint_bare": 0.5, "log_low": 0.6, "flame_sideways": 0.06, "motor_in": 0.6, "straight": 0.5, "lit": 0.99},
        leads_to=("a ring’s glue let go", "thrust pushed the mount forward"),
        inspect=("Rings and their fillets, both faces.",), change=("Both faces of both rings filleted on sanded paper.",), check="Push the motor hard from behind: nothing moves.",
    ),
    "weathercock": Cause(
        phase="coast", name="It turned into the wind", prior=0.04, kind="fins",
        odds={"into_wind": 0.93, "windy": 0.85, "margin_high": 0.55, "log_low": 0.75, "outside": 0.35, "corkscrewed": 0.02, "rod_slow": 0.2, "lit": 0.99, "straight": 0.35, "log_late": 0.4},
        leads_to=("the wind turned it", "it flew flat and upwind", "it peaked low and early"),
        inspect=("Stability with this motor: more than three calibres leans hard.",),
        change=("A faster leave off the rod, less fin or nose weight, rod leant downwind a little, a delay one step shorter.",), check="Wind against rod speed; delay one step shorter in wind.",
    ),
    "delay_short": Cause(
        phase="ejection", name="The delay was too short: it opened on the way up", prior=0.06, kind="motor", repair="canopy_torn",
        odds={"log_early": 0.92, "delay_short": 0.8, "torn": 0.5, "fast_opening": 0.6, "tube_cut": 0.3, "popped": 0.97, "nose_off": 0.97, "canopy_out": 0.95, "log_late": 0.01, "motor_in": 0.95},
        leads_to=("it fired before the top", "the canopy met a fast rocket", "what is weakest tore"),
        inspect=("The label that was flown.", "Lines, hem and anchor."), change=("The next longer delay.",), check="Delay as planned for today’s mass and wind.",
    ),
    "delay_long": Cause(
        phase="ejection", name="The delay was too long: it opened falling fast", prior=0.08, kind="motor", repair="zipper",
        odds={"log_late": 0.93, "delay_long": 0.75, "torn": 0.4, "fast_opening": 0.6, "tube_cut": 0.45, "popped": 0.95, "nose_off": 0.93, "canopy_out": 0.9, "log_early": 0.01, "motor_in": 0.95},
        leads_to=("it fired after the top", "it was falling fast by then", "what is weakest tore"),
        inspect=("The label that was flown.", "The tube’s rim, the cord, the lines."), change=("The next shorter delay.",), check="Delay as planned for today’s mass and wind.",
    ),
    "bad_delay": Cause(
        phase="ejection", name="The motor’s delay was not what its label says", prior=0.04, kind="motor", repair="canopy_torn",
        odds={"log_late": 0.62, "log_early": 0.36, "delay_long": 0.03, "delay_short": 0.03, "popped": 0.93, "torn": 0.35, "tube_cut": 0.3, "nose_off": 0.93, "canopy_out": 0.9},
        leads_to=("the delay burnt too long or too short", "it opened at speed"),
        inspect=("Batch printed on the case; other flights of that batch.",), change=("Fly the rest of that batch in rockets that forgive it.",), check="Batch of the motor noted.",
    ),
    "no_charge": Cause(
        phase="ejection", needs={"no_charge_made": True}, name="A motor without an ejection charge", prior=0.02, kind="motor",
        odds=_FELL | {"no_charge_made": 0.97, "popped": 0.02, "nose_off": 0.05, "canopy_out": 0.03, "log_no_charge": 0.97, "motor_in": 0.95, "log_fell_free": 0.95},
        leads_to=("nothing fired", "the nose stayed on", "it came in on its nose"),
        inspect=("The label: a booster or plugged motor has none.",), change=("A motor with a charge, or an altimeter that fires.",), check="Label read aloud: dash, delay, no -0 and no -P.",
    ),
    "charge_failed": Cause(
        phase="ejection", needs={"popped": False, "altimeter_fires": False}, name="The charge never fired", prior=0.03, kind="motor",
        odds=_FELL | {"popped": 0.03, "log_no_charge": 0.95, "nose_off": 0.08, "canopy_out": 0.05, "no_charge_made": 0.01, "motor_in": 0.95, "altimeter_fires": 0.03, "log_fell_free": 0.92},
        leads_to=("the charge did not fire", "the nose stayed on", "it came in on its nose"),
        inspect=("The spent case: powder still under the cap? Leave it; wet it; ask the maker.",), change=("Report the batch; fly another.",), check="Cap over the charge whole, case never wet.",
    ),
    "altimeter_off": Cause(
        phase="ejection", needs={"altimeter_fires": True}, name="The altimeter was not on or not armed", prior=0.03, kind="electronics",
        odds=_FELL | {"altimeter_fires": 0.98, "switched_on": 0.06, "popped": 0.1, "nose_off": 0.12, "canopy_out": 0.1, "log_no_charge": 0.9, "log_fell_free": 0.9},
        leads_to=("the altimeter was off", "nothing fired", "it came in on its nose"),
        inspect=("Switch, battery, its last words. An unfired charge is live: disarm it first, stand aside.",),
        change=("A switch reached on the pad; a second altimeter; tones waited for.",), check="Tones heard on the pad before anybody leaves it.",
    ),
    "retention": Cause(
        phase="ejection", needs={"motor_in": False}, name="The motor was blown out instead of the canopy", prior=0.06, kind="mount",
        odds=_FELL | {"motor_in": 0.02, "friction": 0.7, "nose_off": 0.15, "canopy_out": 0.12, "popped": 0.95, "log_fell_free": 0.8, "nose_tight": 0.35},
        leads_to=("nothing held the motor", "the charge blew it out backwards", "the canopy stayed inside", "it came in fast"),
        inspect=("Hook, ring, threads, tape: what let go.",), change=("A hook, ring or screw; tape that takes a firm pull.",), check="Last time the motor came out: retainer closed, pull hard.",
    ),
    "nose_stuck": Cause(
        phase="ejection", name="The nose was too tight", prior=0.04, kind="nose",
        odds=_FELL | {"nose_off": 0.03, "nose_tight": 0.85, "popped": 0.94, "canopy_out": 0.04, "motor_in": 0.75, "log_fell_free": 0.85, "packed_tight": 0.2, "cold": 0.2},
        leads_to=("the nose did not come off", "the canopy stayed inside", "it came in on its nose"),
        inspect=("Shoulder for paint, tape and swelling.",), change=("Sand the shoulder until a light pull takes it off.",), check="Lift it by the nose: it holds; pull: it comes.",
    ),
    "packed_tight": Cause(
        phase="ejection", name="The canopy was packed too tight to come out", prior=0.06, kind="bay",
        odds=_FELL | {"packed_tight": 0.85, "bay_full": 0.6, "canopy_out": 0.08, "nose_off": 0.7, "popped": 0.95, "motor_in": 0.9, "log_fell_free": 0.6, "melted": 0.1},
        leads_to=("the pack jammed", "the canopy stayed inside", "it came in fast"),
        inspect=("How the pack slides: it must fall out by its own weight.",), change=("A smaller or thinner canopy, less cord, a longer bay; repack if it feels tight.",), check="The pack slides out by its own weight.",
    ),
    "weak_charge": Cause(
        phase="ejection", name="The gas leaked or was too little for this bay", prior=0.03, kind="bay",
        odds=_FELL | {"popped": 0.95, "nose_off": 0.25, "canopy_out": 0.15, "packed_tight": 0.15, "nose_tight": 0.15, "motor_in": 0.95, "log_fell_free": 0.7, "log_no_charge": 0.3},
        leads_to=("the pressure was too low", "the canopy stayed inside", "it came in fast"),
        inspect=("Soot at rings, lugs and vents; how far the wadding moved.",), change=("Seal the leaks; a smaller bay; a blow test before every flight.",), check="Blow test.",
    ),
    "melted": Cause(
        phase="descent", needs={"melted": True}, name="Hot gas melted the canopy", prior=0.06, kind="canopy", repair="canopy_torn",
        odds={"melted": 0.97, "bare_path": 0.65, "thin_film": 0.75, "canopy_open": 0.1, "canopy_out": 0.9, "popped": 0.97, "nose_off": 0.97, "log_fast_down": 0.85, "motor_in": 0.95},
        leads_to=("hot gas reached the canopy", "it stuck to itself", "it came down fast"),
        inspect=("What lay between motor and canopy, and whether it filled the tube.",), change=("More treated tissue, loosely crumpled, filling the tube; or a flameproof cloth.",), check="Wadding fills the tube; only flameproof things touch the hot end.",
    ),
    "tangled": Cause(
        phase="descent", needs={"tangled": True}, name="The lines tangled", prior=0.06, kind="canopy",
        odds={"tangled": 0.95, "canopy_out": 0.97, "canopy_open": 0.06, "popped": 0.97, "nose_off": 0.98, "melted": 0.03, "log_fast_down": 0.85, "torn": 0.05, "motor_in": 0.95},
        leads_to=("the lines twisted", "the canopy did not fill", "it came down fast"),
        inspect=("How it was folded; a swivel that turns.",), change=("Roll without twisting the lines; a swivel; lines of one length.",), check="Lines clear from hem to knot before it is folded.",
    ),
    "cold_canopy": Cause(
        phase="descent", needs={"cold": True}, name="The cold canopy stayed folded", prior=0.03, kind="canopy",
        odds={"cold": 0.93, "thin_film": 0.8, "canopy_out": 0.95, "canopy_open": 0.05, "tangled": 0.05, "melted": 0.03, "popped": 0.97, "nose_off": 0.97, "log_fast_down": 0.85},
        leads_to=("folds set in the cold", "the canopy did not fill", "it came down fast"),
        inspect=("Folds that stay when shaken.",), change=("Fold it just before the flight; dust of talc; cloth instead of film.",), check="Canopy kept warm, folded last.",
    ),
    "stripped": Cause(
        phase="descent", needs={"torn": True}, name="It opened too fast and tore", prior=0.04, kind="canopy", repair="canopy_torn",
        odds={"torn": 0.93, "fast_opening": 0.8, "thin_film": 0.5, "canopy_open": 0.3, "melted": 0.03, "canopy_out": 0.97, "log_fast_down": 0.7, "log_late": 0.3, "log_early": 0.2, "popped": 0.97},
        leads_to=("it opened at speed", "lines or cloth tore", "it came down fast"),
        inspect=("Where it tore: at the tape, the hem, the lines.",), change=("Open nearer the top; cloth; lines sewn over the canopy; a slider or a longer cord.",), check="Delay so that it opens slowly; line attachments sound.",
    ),
    "cord_burnt": Cause(
        phase="descent", needs={"cord_burnt": True, "cord_whole": False}, name="The cord burnt through", prior=0.04, kind="cord", repair="cord_burnt",
        odds={"cord_whole": 0.03, "cord_burnt": 0.94, "elastic_low": 0.65, "bare_path": 0.3, "popped": 0.97, "nose_off": 0.97, "anchor_out": 0.03, "tube_cut": 0.03},
        leads_to=("hot gas reached the cord", "it parted", "the parts came down apart"),
        inspect=("Its whole length near the motor: stiff, brown, glazed.",), change=("Flameproof line below, elastic above.",), check="Last metre of cord at the hot end is flameproof and not glazed.",
    ),
    "cord_parted": Cause(
        phase="descent", needs={"cord_whole": False, "cord_burnt": False}, name="The cord parted under its load", prior=0.04, kind="cord", repair="cord_burnt",
        odds={"cord_whole": 0.03, "cord_burnt": 0.05, "cord_weak": 0.5, "stiff_cord": 0.45, "fast_opening": 0.4, "anchor_out": 0.05, "popped": 0.97, "nose_off": 0.97, "canopy_out": 0.95},
        leads_to=("it opened hard", "the cord parted at its weakest", "the parts came down apart"),
        inspect=("The break: at a knot, a chafed place, an old one.",), change=("A stronger, longer cord with stretch, no knots in the elastic.",), check="Cord whole, unknotted, no chafed place.",
    ),
    "anchor": Cause(
        phase="descent", needs={"anchor_out": True}, name="The cord’s anchor pulled out", prior=0.03, kind="cord", repair="cord_burnt",
        odds={"anchor_out": 0.96, "cord_whole": 0.9, "joint_bare": 0.4, "popped": 0.97, "nose_off": 0.97, "stiff_cord": 0.35, "cord_burnt": 0.02},
        leads_to=("the anchor’s glue let go", "the parts came down apart"),
        inspect=("Glue and paper under the anchor; an eye that unscrewed or opened.",), change=("An anchor in the forward ring; eyes closed, nuts bonded, a swivel.",), check="Pull the anchor with all one’s strength.",
    ),
    "zipper": Cause(
        phase="descent", needs={"tube_cut": True}, name="A thin stiff cord cut the tube", prior=0.04, kind="cord", repair="zipper",
        odds={"tube_cut": 0.95, "stiff_cord": 0.75, "fast_opening": 0.45, "cord_whole": 0.93, "canopy_open": 0.7, "popped": 0.97, "nose_off": 0.97, "log_late": 0.35, "log_early": 0.2, "delay_long": 0.12, "delay_short": 0.1},
        leads_to=("it opened at speed", "a thin cord pulled over the rim", "the tube was cut open"),
        inspect=("The rim, and what part of the cord lay over it.",), change=("Something wide over the rim, a longer stretchy cord, a delay nearer the top.",), check="Rim whole; what lies over it is wide or padded.",
    ),
    "canopy_small": Cause(
        phase="landing", name="The canopy is too small for this mass", prior=0.03, kind="canopy",
        odds={"canopy_open": 0.97, "canopy_small": 0.85, "log_fast_down": 0.25, "hit_hard_ground": 0.3, "melted": 0.02, "tangled": 0.02, "torn": 0.03, "canopy_out": 0.98, "popped": 0.97},
        leads_to=("it came down faster than it should", "the landing broke it"),
        inspect=("Mass as flown on the scale.",), change=("A larger canopy, or a smaller spill hole.",), check="Descent rate for today’s mass.",
    ),
    "hard_ground": Cause(
        phase="landing", needs={"hit_hard_ground": True}, name="It landed on something hard", prior=0.05, kind="fins", repair="fin_off",
        odds={"hit_hard_ground": 0.96, "canopy_open": 0.96, "canopy_small": 0.08, "log_fast_down": 0.04, "fin_left": 0.02, "canopy_out": 0.98, "popped": 0.97, "straight": 0.95},
        leads_to=("it landed on a fin", "the fin’s joint cracked"),
        inspect=("Fins and their fillets, pulled one by one.",), change=("A pad further from road and car park; a canopy that hangs it nose-down.",), check="Fins pulled, fillets looked at.",
    ),
    "drifted": Cause(
        phase="landing", name="It drifted off the field", prior=0.06, kind="field",
        odds={"outside": 0.95, "canopy_open": 0.97, "windy": 0.6, "drifts_out": 0.7, "seen_down": 0.7, "into_wind": 0.05, "straight": 0.95, "log_fast_down": 0.03, "popped": 0.97},
        leads_to=("it opened high", "the wind carried it", "it landed off the field"),
        inspect=("Winds aloft that day.",), change=("Less height, a smaller canopy or a later main, the pad moved upwind.",), check="Drift reckoned in this hour’s wind.",
    ),
    "lost_sight": Cause(
        phase="landing", needs={"seen_down": False}, name="It was lost from sight", prior=0.03, kind="field",
        odds={"seen_down": 0.03, "canopy_open": 0.6, "outside": 0.5, "straight": 0.9, "popped": 0.7},
        leads_to=("it went too high or too small to be seen", "no one saw it land"),
        inspect=("Last bearing and time; the search sector.",), change=("Less height; bright colours, a beeper; two watchers.",), check="Name and number on it; two people watch it down.",
    ),
    "main_at_top": Cause(
        phase="ejection", needs={"two_openings": True}, name="The main came out with the drogue, at the top", prior=0.03, kind="bay",
        odds={"main_at_top": 0.95, "two_openings": 0.99, "log_main_at_top": 0.93, "outside": 0.6, "canopy_open": 0.97, "canopy_out": 0.98, "popped": 0.97, "log_fast_down": 0.03, "main_out": 0.98, "straight": 0.95, "drifts_out": 0.4},
        leads_to=("the drogue’s jerk, or its charge, reached the main’s joint", "its pins or tape gave way", "it hung from the main from the top on", "the wind carried it far"),
        inspect=("Pins of the main’s joint: sheared, and how many.", "Whether the charges sit in bays of their own, shut off from one another."),
        change=("One pin more, or stronger ones, in the main’s joint; a longer drogue cord; a smaller drogue charge.",), check="Main’s joint pinned against the drogue’s jerk; a firm tug does not open it.",
    ),
    "main_never": Cause(
        phase="descent", needs={"two_openings": True}, name="The main never came out", prior=0.03, kind="bay",
        odds={"main_out": 0.03, "two_openings": 0.99, "log_main_silent": 0.94, "main_at_top": 0.02, "canopy_out": 0.6, "nose_off": 0.6, "log_fast_down": 0.9, "canopy_open": 0.3, "packed_tight": 0.3, "torn": 0.03, "melted": 0.03},
        leads_to=("nothing opened the main’s joint, or the main stayed in its bay", "it came down under the drogue alone", "it landed hard"),
        inspect=("Was its charge fired? A live one is made safe first, from the side.", "Pins unsheared; the pack jammed; the battery’s last words."),
        change=("A ground test of this joint with these pins; a larger charge by its maker’s advice; a looser pack.",), check="Main’s joint ground-tested as it is packed today.",
    ),
    "drag_separation": Cause(
        phase="coast", name="It came apart at burnout: the front slowed less than the rear", prior=0.03, kind="nose",
        odds={"nose_off_early": 0.95, "log_early": 0.75, "popped": 0.5, "nose_tight": 0.02, "nose_off": 0.99, "log_low": 0.8, "fast_opening": 0.2, "torn": 0.45, "canopy_out": 0.8, "delay_short": 0.08, "motor_in": 0.97, "lit": 0.99},
        leads_to=("thrust ended, and drag held the rear back harder than the front", "a loose joint slid apart", "the canopy met a fast rocket"),
        inspect=("How tight nose and joints sat; whether pins or tape held them.",),
        change=("Tape on the shoulder until it lifts by the nose; pins where electronics open it.",), check="Lift it by the nose and shake: nothing slides.",
    ),
    "altimeter_early": Cause(
        phase="ejection", needs={"altimeter_fires": True}, name="The altimeter fired too early", prior=0.02, kind="electronics",
        odds={"altimeter_fires": 0.99, "log_early": 0.92, "switched_on": 0.97, "popped": 0.98, "nose_off": 0.97, "canopy_out": 0.95, "torn": 0.5, "nose_off_early": 0.06, "log_late": 0.01},
        leads_to=("pressure jumped past its holes: gusts, speed near sound, a joint in the way", "it took that for the top", "the canopy met a fast rocket"),
        inspect=("Holes for pressure: size, burrs, how far behind shoulders and in front of fins.", "Its own log about that moment; whether it waits out fast flight."),
        change=("Three or four clean holes away from joints; a time at the start in which it must not fire.",), check="Pressure holes clean and clear; lockout set for this flight’s speed.",
    ),
    "altimeter_silent": Cause(
        phase="ejection", needs={"altimeter_fires": True}, name="The altimeter was on, and fired nothing", prior=0.02, kind="electronics",
        odds=_FELL | {"altimeter_fires": 0.99, "switched_on": 0.97, "popped": 0.03, "nose_off": 0.06, "canopy_out": 0.05, "log_no_charge": 0.9, "log_fell_free": 0.9, "cold": 0.25},
        leads_to=("its battery sagged, it started anew in flight, or a wire came loose", "nothing fired", "it came in on its nose"),
        inspect=("A charge that did not fire is live: make it safe first, aside from it.", "Battery under load, its clip and plug; wires tugged; whether its log begins anew in the air."),
        change=("A fresh battery tied in; wires clamped and tugged; a second altimeter with a battery of its own.",), check="Battery fresh and tied in, every wire tugged, continuity heard.",
    ),
    "strong_charge": Cause(
        phase="ejection", name="The charge was too strong", prior=0.02, kind="bay",
        odds={"blown_apart": 0.92, "popped": 0.99, "nose_off": 0.97, "anchor_out": 0.35, "cord_whole": 0.5, "canopy_out": 0.97, "log_early": 0.1, "log_late": 0.1, "fast_opening": 0.08, "cord_burnt": 0.05, "motor_in": 0.85, "flame_sideways": 0.03},
        leads_to=("far more push than the joint needs", "the parts flew to the end of the cord", "what is weakest gave way"),
        inspect=("Joint, bulkhead and anchor for cracks.", "What the charge was against what the joint holds."),
        change=("A ground test with less, as its maker advises; a longer cord with stretch.",), check="Charge as ground-tested, not more.",
    ),
    "round_fins": Cause(
        phase="descent", name="Cord or canopy wound round the fins", prior=0.02, kind="cord",
        odds={"round_fins": 0.96, "canopy_out": 0.97, "canopy_open": 0.1, "popped": 0.97, "nose_off": 0.98, "tangled": 0.3, "log_fast_down": 0.8, "torn": 0.06, "melted": 0.03},
        needs={"round_fins": True},
        leads_to=("it spun as it opened", "cord or canopy caught on the fins", "the canopy did not fill"),
        inspect=("Which fin, and what of it caught.",), change=("The opening nearer the top; a cord led out clear of the tail; fins with swept trailing edges.",), check="Cord folded in, nothing loose beside the fins.",
    ),
    "else": Cause(
        phase="descent", name="Something not in this list", prior=0.02, kind="field", odds={},
        leads_to=("something not on this list",), inspect=("Everything, before it is mended; photographs from all sides.",),
        change=("Write down what was seen, and ask somebody who was there.",), check="What the last flight left open.",
    ),
}  # fmt: skip
