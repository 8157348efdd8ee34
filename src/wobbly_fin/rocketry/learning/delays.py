"""What a motor's delay really is: by type and by batch, from flights that told when the charge fired."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.errors import require_finite, require_positive
from wobbly_fin.rocketry.learning.robust import ODD_WEIGHT, Group, fit
from wobbly_fin.rocketry.motors.labels import delay_stray_s

_TOLERANCE_SD = 2.5  # standard deviations of a type about its label that its tolerance is taken for
# Batches about their type, and motors about their batch: our own choice.
_BATCH_S, _BATCH_SHARE, _MOTOR_S, _MOTOR_SHARE = 0.15, 0.03, 0.15, 0.04


@dataclass(frozen=True, slots=True, kw_only=True)
class Fired:
    """One flight's delay: burnout to charge, as measured. `batch` is what is printed on the case, empty where nobody noted it.

    Raises
    ------
    OutOfRangeError
    """

    key: str
    delay_s: float
    sd_s: float = 0.2
    batch: str = ""

    def __post_init__(self) -> None:
        require_finite("delay_s", self.delay_s, 0.0, 60.0)
        require_positive("sd_s", self.sd_s, 10.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class DelayLearnt:
    """A type's delay: label, mean with its standard deviation, and how far the next one may be. [s]

    Attributes
    ----------
    batches : dict
        Batch to mean and standard deviation.
    next_sd_s : float
        Of the next motor of this type, scatter and all.
    count : int
        Motors it was learnt from.
    """

    label_s: float
    mean_s: float
    sd_s: float
    next_sd_s: float
    batches: dict[str, tuple[float, float]]
    count: int
    odd: tuple[str, ...] = ()

    def of_batch(self, batch: str) -> tuple[float, float]:
        """What to expect of a motor of this batch, and its standard deviation, scatter and all; of the type where it is unknown. [s]"""
        scatter = _scatter_s(self.label_s)
        if batch in self.batches:
            mean, sd = self.batches[batch]
            return mean, math.hypot(sd, scatter)
        return self.mean_s, self.next_sd_s

    @property
    def interval_s(self) -> tuple[float, float]:
        """90 % interval of the type's mean. [s]"""
        return self.mean_s - Z90 * self.sd_s, self.mean_s + Z90 * self.sd_s


def learn_delay(label_s: float, fired: Sequence[Fired]) -> DelayLearnt:
    """Fit a type's delay and its batches' to what was measured; with nothing measured, the label and its tolerance.

    Three levels: motors scatter about their batch, batches about their type, types about their label. Motors with no batch noted
    each stand for a batch of their own. Scatter is Student's t, so one odd motor is believed little (`robust`).

    Parameters
    ----------
    label_s : float
        0 … 60. [s]
    """
    require_finite("label_s", label_s, 0.0, 60.0)
    tolerance = delay_stray_s(label_s) / _TOLERANCE_SD
    between, within = _BATCH_S + _BATCH_SHARE * label_s, _scatter_s(label_s)
    names = list(dict.fromkeys(f.batch for f in fired if f.batch))
    k = 1 + len(names)
    # Figures: the type's mean, and each batch's distance from it.
    prior = np.diag([tolerance**2] + [between**2] * len(names))
    groups = []
    for f in fired:
        row = np.zeros((1, k))
        row[0, 0] = 1.0
        own = within**2 + f.sd_s**2
        if f.batch:
            row[0, 1 + names.index(f.batch)] = 1.0
        else:
            own += between**2
        groups.append(Group(values=np.array([f.delay_s]), design=row, covariance=np.array([[own]])))
    found = fit(np.array([label_s] + [0.0] * len(names)), prior, groups)
    batches = {}
    for i, name in enumerate(names):
        pick = np.zeros(k)
        pick[0] = pick[1 + i] = 1.0
        batches[name] = (float(pick @ found.mean), math.sqrt(float(pick @ found.covariance @ pick)))
    sd = math.sqrt(float(found.covariance[0, 0]))
    return DelayLearnt(
        label_s=label_s, mean_s=float(found.mean[0]), sd_s=sd, next_sd_s=math.sqrt(sd**2 + between**2 + within**2), batches=batches,
        count=len(fired), odd=tuple(f.key for f, w in zip(fired, found.weights, strict=True) if w < ODD_WEIGHT),
    )  # fmt: skip


def _scatter_s(label_s: float) -> float:
    return _MOTOR_S + _MOTOR_SHARE * label_s
