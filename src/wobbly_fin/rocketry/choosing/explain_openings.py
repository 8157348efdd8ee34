"""What opens a rocket, in words."""

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.configuration.failing import Failing
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.recovery.opens import Opening
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital


def opening_sentence(opening: Opening, layout: Layout | None, units: UnitChoice = METRIC) -> str:
    """One event: what lets it happen, or why nothing does."""
    what = ""
    if layout is not None and opening.what is not None:
        what = layout.placed[opening.what].part.called
    source = say(f"opening-source-{opening.source.replace('_', '-')}")
    push = show(opening.push_n, "force", units) if opening.push_n is not None else ""
    held = show(opening.held_n, "force", units) if opening.held_n is not None and opening.held_n < 1e6 else ""
    event = say(f"opening-event-{opening.event.replace('_', '-')}")
    why = opening.why.replace("_", "-") + ("-plain" if opening.why in ("opens", "blocked") and not what else "")
    return capital(say(f"opening-{why}", event=event, source=source, what=what, push=push, held=held))


def failing_sentence(failing: Failing, units: UnitChoice = METRIC) -> str:
    """What goes wrong with one source, and what happens then."""
    event, source = (
        say(f"opening-event-{failing.event.replace('_', '-')}"),
        say(f"opening-source-{failing.source.replace('_', '-')}"),
    )
    speed, landing = (show(v, "speed", units) if v is not None else "?" for v in (failing.opened_m_s, failing.landing_m_s))
    then = say(f"failing-then-{failing.then.replace('_', '-')}", speed=speed, landing=landing)
    return f"{capital(say(f'failing-way-{failing.way}', event=event, source=source))}: {then}."
