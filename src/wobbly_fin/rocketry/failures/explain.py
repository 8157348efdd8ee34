"""Reviews and teardowns in words."""

from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.failures.chain import Link, last, roots
from wobbly_fin.rocketry.failures.replay import Measured, Replay
from wobbly_fin.rocketry.failures.teardown import JOINTS, Advice
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.words import capital, uncapital


def likelihood(probability: float) -> str:
    """How likely, in a word; percentages would claim more than the odds behind them know."""
    for least, word in ((0.7, "very likely"), (0.35, "likely"), (0.12, "possible"), (0.03, "unlikely")):
        if probability >= least:
            return word
    return "hardly"


def replay_sentence(replay: Replay, measured: Measured) -> str:
    """Whether a cause, flown, does what was measured; with nothing measured, that."""
    if not measured.tells:
        return say("replay-alone")
    if measured.opened is not None and measured.opened is not replay.opened:
        return say("replay-open") if replay.opened else say("replay-shut")
    other = [READOUT_NAMES[h.name][0] for h in replay.held if not h.fits]
    return say("replay-partly", figures=", ".join(other)) if other else say("replay-fits")


def chain_sentence(links: tuple[Link, ...]) -> str:
    """The chain from its roots to what broke last."""
    if not links:
        return "No chain told yet."
    begins = " and ".join(uncapital(link.says) for link in roots(links))
    ends = " and ".join(uncapital(link.says) for link in last(links))
    if begins == ends:
        return f"{capital(begins)}."
    return f"It began with this: {begins}. It ended with this: {ends}."


def advice_sentence(advice: Advice) -> str:
    """What to do at the next build, and which finding says so."""
    if advice.code in ("pulled_out", "bent_open"):
        return say(f"teardown-{advice.code.replace('_', '-')}", joint=JOINTS[advice.joint], who=", ".join(advice.because))
    joint, who = JOINTS[advice.joint], ", ".join(advice.because)
    return {
        "glue_reaches": f"Glue reached only {advice.value:.0%} of a {joint} ({who}): put it where the joint is, slide or rub it in, and look from both sides.",
        "scuff_and_rub": f"A {joint} let go in the glue line ({who}): sand the shiny skin off first, rub glue in, let it soak, then glue.",
        "skin_off": f"A {joint} tore the paper’s skin off ({who}): the glue is stronger than the paper; go through the wall or fillet wider.",
        "even_them_out": f"The weakest {joint} ({who}) held {advice.value:.0%} of the strongest: glue each the same way, in a jig, none in a hurry.",
        "strong_enough": f"Every {joint} held to the wood ({who}): glue and way of gluing are right, keep them.",
    }[advice.code]
