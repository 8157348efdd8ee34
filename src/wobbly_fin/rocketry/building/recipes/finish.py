"""The nose and its ballast, touching up, paint, rigging, and the last weighing."""

from collections.abc import Sequence
from dataclasses import replace

from wobbly_fin.rocketry.airframe.layout import aft_diameter_m, holds
from wobbly_fin.rocketry.airframe.mass import empty_totals
from wobbly_fin.rocketry.airframe.paint import light_first, read_paint
from wobbly_fin.rocketry.airframe.parts import Allowance, Cord, DisplayPart, LaunchLug, MassLump, NoseCone
from wobbly_fin.rocketry.assembly.act import Reach
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.recipes.eyes import eyes_of
from wobbly_fin.rocketry.building.recipes.fins import WOOD
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Step, WeighIn
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.messages import say

USUAL_COATS = 3


def nose(s: Section) -> list[Step]:
    """The nose cone, and what it weighs."""
    bench, steps = s.bench, []
    for placed in s.noses:
        part = placed.part
        assembly, wooden = s.said("nose"), part.material in WOOD
        base = bench.size(aft_diameter_m(part))
        prep = Step(
            key=s.key("nose", placed),
            work="prepare_nose",
            parts=(placed.index,),
            title="Prepare the nose",
            assembly=assembly,
            hands_on_s=20 * MINUTE,
            lines=(
                (f"Sand to the profile, {bench.size(part.length_m)} long, {base} at its base.",)
                if wooden
                else ("Sand the layers smooth where paint goes, 220 then 400 grit.",)
                if (part.material or "").startswith("printed")
                else ("Trim the seam, wash off the release agent, scuff where paint and glue go.",)
            )
            + (
                (
                    f"Shoulder {bench.size(part.shoulder_length_m)} long: slides out under the rocket’s own weight, does not rattle.",
                )
                if part.shoulder_length_m
                else ()
            )
            + ("The eye for the cord: pull it before you trust it.",),
            tools=("220 grit",),
            caution=DUST,
            inspect="Its base meets the tube without a step.",
            after=(
                Link(key="gather", because="it is measured first"),
                Link(key=s.key("clean", placed), because="it comes off the printer first"),
            ),
            without="it sits crooked or jams",
            picture=("nose", placed.index),
            template=f"nose-{placed.index}",
        )
        steps.append(prep)
        if wooden and bench.schools.fillers:
            seal = Step(
                key=s.key("seal-nose", placed),
                work="fill",
                parts=(placed.index,),
                title="Fill the nose’s grain",
                assembly=assembly,
                hands_on_s=8 * MINUTE,
                lines=("Mask the shoulder and the eye’s glue face: filler makes the one jam and the other let go.",),
                materials=("wood filler",),
                gluing=bench.gluing("filler", 0.0),
                after=(Link(key=prep.key, because="shape first, filler on top"),),
                without="grain shows through the paint",
            )
            steps += [
                seal,
                Step(
                    key=s.key("sand-nose", placed),
                    work="sand",
                    parts=(placed.index,),
                    title="Sand the nose",
                    assembly=assembly,
                    hands_on_s=10 * MINUTE,
                    lines=("180, then 320 grit, turning it.",),
                    caution=DUST,
                    after=(Link(key=seal.key, because="filler sands when it is hard"),),
                    without="filler stands proud",
                ),
            ]
        last = steps[-1]
        if last.weigh_in is None and not (part.material or "").startswith("printed"):
            steps[-1] = replace(last, weigh_in=bench.weigh_in("the nose", [placed.index]))
    return steps


def ballast(sections: list[Section], before: tuple[str, ...]) -> list[Step]:
    """Ballast last: the rest goes on the scale and the wedge without it, and then as much goes in as that asks for."""
    bench = sections[0].bench
    lumps = [m for m in bench.layout.of(MassLump) if m.part.kind == "ballast"]
    if not lumps:
        return []
    without = [
        p.index for p in bench.layout.placed if p.index not in {m.index for m in lumps} and not isinstance(p.part, DisplayPart)
    ]
    drawn = sum(bench.masses[m.index].mass_kg for m in lumps)
    first = Step(
        key="weigh-tail",
        work="weigh",
        title=say("build-weigh-tail"),
        assembly="whole",
        hands_on_s=8 * MINUTE,
        parts=tuple(without),
        lines=(say("build-weigh-tail-line"), say("build-weigh-tail-balance", drawn=bench.mass(drawn))),
        tools=("scale", "edge to balance on"),
        after=tuple(Link(key=k, because=say("build-because-tail")) for k in before),
        weigh_in=bench.weigh_in(say("build-weigh-tail-what"), without),
        without="the ballast is guessed",
        picture=("whole", 0),
    )
    steps = [first]
    for lump in lumps:
        weight, host = bench.masses[lump.index].mass_kg, bench.layout.host_of(lump)
        metal = lump.part.material == "lead"
        steps.append(
            Step(
                key=f"ballast:{bench.key(lump)}",
                work="set_ballast",
                title=say("build-ballast", mass=bench.mass(weight), host=host.part.called),
                assembly="whole",
                hands_on_s=12 * MINUTE,
                parts=(lump.index, host.index),
                joins=(Join(lump.index, host.index, slides=False),),
                reaches=(Reach(host.index, host.aft_m - 0.001),),
                lines=(
                    f"Its middle {bench.size((lump.fore_m + lump.aft_m) / 2)} behind the tip. Weigh it before it goes in.",
                    say("build-ballast-scale"),
                    say("build-ballast-holes"),
                    "Glue alone lets go of smooth plastic: cross a pin or a string through it.",
                ),
                tools=("scale",),
                gluing=bench.gluing("epoxy-5", max(0.0005, 0.1 * weight), 4 * MINUTE),
                caution=say("build-ballast-lead") if metal else say("build-ballast-glove"),
                inspect="Shake it: nothing moves.",
                after=(Link(key="weigh-tail", because=say("build-because-weighed")),),
                without="it is tail-heavy: the balance counts on this mass",
                needed=True,
                picture=("nose", host.index) if holds(host, NoseCone) else ("whole", 0),
            )
        )
    return steps


def coats_of(bench: Bench) -> int:
    """How many coats: the owner's number, else the allowance's, else three."""
    if bench.schools.coats is not None:
        return bench.schools.coats
    paint = [p.part for p in bench.layout.of(Allowance) if p.part.kind == "paint"]
    return max((p.coats for p in paint), default=USUAL_COATS if not bench.layout.of(Allowance) else 0)


def paint(bench: Bench, glued: tuple[str, ...], early: Sequence[str] = ()) -> list[Step]:
    """Touch up, prime, sand, paint; `glued` are the steps before it, `early` what eyes are called whose cord is tied already."""
    coats, steps = coats_of(bench), list[Step]()
    before = tuple(Link(key=k, because="everything that is glued is on before paint") for k in glued)
    if coats == 0:
        return []
    if bench.schools.fillers:
        touch = Step(
            key="touch-up",
            work="fill",
            title="Touch up the filler",
            assembly="whole",
            hands_on_s=20 * MINUTE,
            lines=("Joints, fillet ends, dents. Look along it under a low lamp.",),
            materials=("wood filler",),
            gluing=bench.gluing("filler", 0.0),
            after=before,
            without="dents show in gloss",
        )
        smooth = Step(
            key="smooth",
            work="sand",
            title="Sand it all smooth",
            assembly="whole",
            hands_on_s=30 * MINUTE,
            lines=("320 grit; wipe off every dust.",),
            caution=DUST,
            after=(Link(key="touch-up", because="filler sands when it is hard"),),
            without="filler stands proud",
        )
        steps += [touch, smooth]
        before = (Link(key="smooth", because="paint shows every scratch"),)
    masks = (
        "Mask motor tube, lug bores, shoulder and screw holes."
        if bench.layout.of(LaunchLug)
        else "Mask motor tube, shoulder and holes."
    )
    if early:
        masks += " " + say("build-mask-cord", eye=early[0])
    last, skin = "", tuple(o.index for o in bench.layout.outer)
    for number in range(coats):
        primer = number == 0 and coats > 1
        key = "primer" if primer else f"coat-{number}"
        kind = "primer" if primer else "paint"
        links = before if not last else (Link(key=last, because="the coat below has to be dry"),)
        steps.append(
            Step(
                key=key,
                work="paint",
                parts=skin,
                title="Prime" if primer else f"Coat {number if coats > 1 else 1} of paint",
                assembly="whole",
                hands_on_s=(20 if number == 0 else 15) * MINUTE,
                lines=(masks, "Thin passes, from before one end to past the other.")
                if number == 0
                else ("Thin passes; a run is sanded, not wiped.",),
                materials=(kind,),
                gluing=bench.gluing(kind, 0.0),
                caution=bench.glue(kind).caution,
                after=links,
                without="bare paper drinks water and drags" if number == 0 else "",
            )
        )
        last = key
        if primer:
            steps.append(
                Step(
                    key="sand-primer",
                    work="sand",
                    title="Sand the primer",
                    assembly="whole",
                    hands_on_s=25 * MINUTE,
                    lines=("400 grit, wet where the tube is sealed; what still shows gets filler.",),
                    caution=DUST,
                    after=(Link(key="primer", because="primer sands when it is dry"),),
                    without="the primer’s grain shows",
                )
            )
            last = "sand-primer"
    coloured = _colours(bench, last)
    steps += coloured
    last = coloured[-1].key if coloured else last
    steps.append(
        Step(
            key="painted",
            work="inspect",
            title="Masks off, look it over",
            assembly="whole",
            hands_on_s=12 * MINUTE,
            lines=("Masks off low and slow. Clear the lug and the motor tube; a motor still slides.",),
            after=(Link(key=last, because="dry to the touch first"),),
            without="paint in a lug jams it on the rod",
        )
    )
    return steps


def _colours(bench: Bench, last: str) -> list[Step]:
    """Colours over the last coat, light before dark, each masked off what keeps another."""
    painted = [(o.index, paint) for o in bench.layout.placed if (paint := read_paint(o.part.paint)) is not None]
    steps: list[Step] = []
    for number, colour in enumerate(light_first(p for _, p in painted)):
        parts = tuple(index for index, p in painted if colour in p.colours)
        second = [bench.layout.placed[i].part.called for i, p in painted if colour == p.second and p.pattern != "plain"]
        lines = [say("build-colour-where", parts=", ".join(bench.layout.placed[i].part.called for i in parts))]
        if second:
            lines.append(say("build-colour-mask", parts=", ".join(second)))
        if number:
            lines.append(say("build-colour-cover"))
        steps.append(
            Step(
                key=f"colour-{colour}", work="paint", parts=parts, title=say("build-colour", colour=colour.replace("-", " ")), assembly="whole",
                hands_on_s=(25 if second else 15) * MINUTE, lines=tuple(lines), materials=("paint",), gluing=bench.gluing("paint", 0.0),
                caution=bench.glue("paint").caution, after=(Link(key=last, because=say("build-because-dry")),), without=say("build-without-colour"),
            )
        )  # fmt: skip
        last = steps[-1].key
    return steps


def rig(sections: list[Section], before: tuple[str, ...]) -> list[Step]:
    """The cord tied at both ends, and the canopy on it."""
    steps = []
    links = tuple(Link(key=k, because="paint and glue come before cloth") for k in before)
    for s in sections:
        cords = s.of(Cord)
        if not cords:
            continue
        bench = s.bench
        length = sum(c.part.length_m for c in cords)
        packs = [p.part for p in s.cloth if p.part.kind in PACKED_KINDS]
        thing = "streamer" if packs and all(p.kind == "streamer" for p in packs) else "canopy" if packs else ""
        hung = f"; {thing} a third of the way down from the nose (common practice, no source)" if thing else ""
        anchored = [Link(key=s.key("anchor", a), because="the anchor must have its strength", until="full") for a in s.anchors]
        late = [(eye, holder) for eye, holder in eyes_of(s) if not s.out_of_hand(eye)]
        anchored += [Link(key=s.key("eye", eye), because="the eye must have its strength", until="full") for eye, _ in late]
        noses, cloth = s.noses, s.cloth
        lines = [
            f"{bench.size(length)} of cord from anchor to nose{hung}.",
            "Knots drawn tight, ends left long, a drop of glue on each.",
        ]
        if thing == "canopy":
            lines.append(say(f"build-lines-{bench.schools.lines}"))
        steps.append(
            Step(
                key=s.key("rig"),
                work="tie_cord",
                title=f"Tie the cord and the {thing}" if thing else "Tie the cord",
                assembly="whole",
                hands_on_s=20 * MINUTE,
                parts=tuple(p.index for p in (*cords, *(eye for eye, _ in late), *cloth, *noses)),
                reaches=tuple(Reach(holder, eye.fore_m, "fingers") for eye, holder in late),
                lines=tuple(lines),
                inspect="Pull each knot as hard as it will be pulled. Nose and body hang apart, not one on the other.",
                after=(*links, *anchored),
                without=f"it comes down without its {thing}" if thing else "nose and body come down apart",
                needed=True,
            )
        )
    return steps


def final_weighing(bench: Bench, before: tuple[str, ...]) -> Step:
    """The whole rocket on the scale and on the wedge."""
    totals = empty_totals(bench.airframe, bench.masses)
    return Step(
        key="weigh",
        work="weigh",
        parts=tuple(p.index for p in bench.layout.placed),
        title="Weigh the rocket and balance it",
        assembly="whole",
        hands_on_s=12 * MINUTE,
        lines=(
            f"Without motor it should weigh {bench.mass(totals.mass_kg)} and balance {bench.size(totals.cg_m)} behind the nose’s tip.",
            "Type what the scale says: margin and forecast follow at once. Sign and date it inside the motor tube.",
        ),
        tools=("scale", "edge to balance on"),
        inspect="The margin is inside its band with the motor you mean to fly.",
        after=tuple(Link(key=k, because="only the finished rocket weighs what flies") for k in before),
        weigh_in=WeighIn(
            what="the whole rocket",
            parts=tuple(range(len(bench.layout.placed))),
            expected_kg=totals.mass_kg,
            sigma_kg=totals.sigma_kg,
            whole=True,
        ),
        without="it may be tail-heavy",
        picture=("whole", 0),
    )
