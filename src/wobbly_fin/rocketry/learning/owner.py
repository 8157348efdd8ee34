"""What a builder's other rockets say of the next: how their drag comes out against the forecast, builder by builder.

A rocket's log drag factor is drawn about its builder's own, which is drawn about nought: builder → rocket → flight. How widely one
builder's rockets differ is unknown, too, and summed over.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.learning.rocket_fit import DragPrior, Learnt

# Of the spread of a guessed drag, which share (in variance) is the builder's own: how smooth, how square the edges. Our own choice.
OWN_SHARE = 0.55
_SPREADS = (0.4, 0.7, 1.0, 1.4)  # times the usual spread from rocket to rocket of one builder


@dataclass(frozen=True, slots=True)
class Builder:
    """Mean and 1σ of the logarithm of a builder's factor on forecast drag, how widely their rockets differ (1σ), and how many told it."""

    mean: float
    sd: float
    spread: float
    rockets: int

    @property
    def factor(self) -> float:
        """On a forecast's Cd. [-]"""
        return math.exp(self.mean)

    def prior(self, usual: DragPrior) -> DragPrior:
        """For a rocket of theirs whose drag is thought of as `usual`: a Cd that is known leaves the builder little to add."""
        whole = math.hypot(self.sd, self.spread)
        if usual.sd >= whole:
            return DragPrior(usual.mean + self.mean, whole)
        return DragPrior(usual.mean + self.mean * (usual.sd / whole) ** 2, usual.sd)


def builder_of(rockets: Sequence[tuple[Learnt, DragPrior]], usual_sd: float) -> Builder:
    """From what each rocket's own flights taught, with the prior that was taken there.

    Parameters
    ----------
    rockets : sequence of (Learnt, DragPrior)
        Fitted each by itself; of several flights each.
    usual_sd : float
        Of a guessed drag of which nothing is known. (1σ of the logarithm)
    """
    own, between = usual_sd * math.sqrt(OWN_SHARE), usual_sd * math.sqrt(1 - OWN_SHARE)
    told = []
    for learnt, prior in rockets:
        gain = 1 / learnt.cd_sd**2 - 1 / prior.sd**2
        if learnt.flights and gain > 1e-6:
            # What the flights say alone, the prior taken out again.
            told.append(((math.log(learnt.cd_factor) / learnt.cd_sd**2 - prior.mean / prior.sd**2) / gain, 1 / gain))
    if not told:
        return Builder(0.0, own, between, 0)
    rows = []
    for times in _SPREADS:
        spread = between * times
        precision = 1 / own**2 + sum(1 / (v + spread**2) for _, v in told)
        mean = sum(y / (v + spread**2) for y, v in told) / precision
        fit = mean**2 / own**2 + sum((y - mean) ** 2 / (v + spread**2) for y, v in told)
        log = -0.5 * (fit + math.log(own**2 * precision) + sum(math.log(v + spread**2) for _, v in told))
        rows.append((log, mean, 1 / precision, spread))
    top = max(r[0] for r in rows)
    likely = [math.exp(r[0] - top) for r in rows]
    whole = sum(likely)
    share = [x / whole for x in likely]
    mean = sum(p * r[1] for p, r in zip(share, rows, strict=True))
    variance = sum(p * (r[2] + (r[1] - mean) ** 2) for p, r in zip(share, rows, strict=True))
    spread = math.sqrt(sum(p * r[3] ** 2 for p, r in zip(share, rows, strict=True)))
    return Builder(mean, math.sqrt(variance), spread, len(told))
