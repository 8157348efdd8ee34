"""The nose and its ballast, touching up, paint, rigging, and the last weighing."""

from dataclasses import replace

from wobbly_fin.rocketry.airframe.layout import aft_diameter_m
from wobbly_fin.rocketry.airframe.mass import empty_totals
from wobbly_fin.rocketry.airframe.parts import Allowance, Anchor, CanopyPack, Cord, LaunchLug, MassLump, NoseCone
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.recipes.fins import WOOD
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Step, WeighIn
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS

USUAL_COATS = 3


def nose(s: Section) -> list[Step]:
    """The nose cone, its ballast, and what both weigh."""
    bench, steps = s.bench, []
    for placed in s.of(NoseCone):
        part = placed.part
        assembly, wooden = s.said("nose"), part.material in WOOD
        base = bench.size(aft_diameter_m(part))
        prep = Step(
            key=s.key("nose", placed),
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
                Link(key="gather", because="dry fit comes first"),
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
                    title="Sand the nose",
                    assembly=assembly,
                    hands_on_s=10 * MINUTE,
                    lines=("180, then 320 grit, turning it.",),
                    caution=DUST,
                    after=(Link(key=seal.key, because="filler sands when it is hard"),),
                    without="filler stands proud",
                ),
            ]
        done = steps[-1].key
        lumps = [m for m in s.of(MassLump) if m.part.kind == "ballast" and m.fore_m < placed.aft_m]
        for lump in lumps:
            weight = bench.masses[lump.index].mass_kg
            glue = bench.gluing("epoxy-5", max(0.0005, 0.1 * weight), 4 * MINUTE)
            steps.append(
                Step(
                    key=s.key("ballast", lump),
                    title=f"Fix {bench.mass(weight)} of ballast in the nose",
                    assembly=assembly,
                    hands_on_s=12 * MINUTE,
                    lines=(
                        f"Its middle {bench.size((lump.fore_m + lump.aft_m) / 2)} behind the tip. Weigh it before it goes in.",
                        "Glue alone lets go of smooth plastic: cross a pin or a string through it.",
                    ),
                    tools=("scale",),
                    gluing=glue,
                    inspect="Shake it: nothing moves.",
                    after=(Link(key=done, because="the nose is shaped first"),),
                    without="it is tail-heavy: the balance counts on this mass",
                    needed=True,
                    picture=("nose", placed.index),
                )
            )
        parts = [placed.index, *(m.index for m in lumps)]
        last = steps[-1]
        if last.weigh_in is None and (lumps or not (part.material or "").startswith("printed")):
            steps[-1] = replace(last, weigh_in=bench.weigh_in("the nose", parts))
    return steps


def coats_of(bench: Bench) -> int:
    """How many coats: the owner's number, else the allowance's, else three."""
    if bench.schools.coats is not None:
        return bench.schools.coats
    paint = [p.part for p in bench.layout.of(Allowance) if p.part.kind == "paint"]
    return max((p.coats for p in paint), default=USUAL_COATS if not bench.layout.of(Allowance) else 0)


def paint(bench: Bench, glued: tuple[str, ...]) -> list[Step]:
    """Touch up, prime, sand, paint; `glued` are the steps before it."""
    coats, steps = coats_of(bench), list[Step]()
    before = tuple(Link(key=k, because="everything that is glued is on before paint") for k in glued)
    if coats == 0:
        return []
    if bench.schools.fillers:
        touch = Step(
            key="touch-up",
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
    last = ""
    for number in range(coats):
        primer = number == 0 and coats > 1
        key = "primer" if primer else f"coat-{number}"
        kind = "primer" if primer else "paint"
        links = before if not last else (Link(key=last, because="the coat below has to be dry"),)
        steps.append(
            Step(
                key=key,
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
    steps.append(
        Step(
            key="painted",
            title="Masks off, look it over",
            assembly="whole",
            hands_on_s=12 * MINUTE,
            lines=("Masks off low and slow. Clear the lug and the motor tube; a motor still slides.",),
            after=(Link(key=last, because="dry to the touch first"),),
            without="paint in a lug jams it on the rod",
        )
    )
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
        packs = [p.part for p in s.of(CanopyPack) if p.part.kind in PACKED_KINDS]
        thing = "streamer" if packs and all(p.kind == "streamer" for p in packs) else "canopy" if packs else ""
        hung = f"; {thing} a third of the way down from the nose (common practice, no source)" if thing else ""
        anchored = [Link(key=s.key("anchor", a), because="the anchor must have its strength", until="full") for a in s.of(Anchor)]
        steps.append(
            Step(
                key=s.key("rig"),
                title=f"Tie the cord and the {thing}" if thing else "Tie the cord",
                assembly="whole",
                hands_on_s=20 * MINUTE,
                lines=(
                    f"{bench.size(length)} of cord from anchor to nose{hung}.",
                    "Knots drawn tight, ends left long, a drop of glue on each.",
                ),
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
        without="nobody knows whether it is tail-heavy",
        picture=("whole", 0),
    )
