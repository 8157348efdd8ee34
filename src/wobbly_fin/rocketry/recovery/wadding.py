"""What people call the stuff between charge and canopy: treated against fire, known to burn, or to be asked about.

Common practice, no source: a name is no proof, so whatever is neither is asked about and never passed.
"""

import re
from typing import Literal

Wadding = Literal["", "treated", "burns", "unknown"]

# Paper, cloth and plants as they come: each catches fire or smoulders.
BURNS = (
    "toilet", "loo roll", "laundry", "dryer", "softener", "newspaper", "newsprint", "kitchen", "household paper", "paper towel", "napkin",
    "serviette", "handkerchief", "hankie", "hanky", "facial tissue", "face tissue", "baby wipe", "wet wipe", "make-up", "makeup", "cosmetic",
    "cotton", "grass", "hay", "straw", "leaves", "moss", "sawdust", "shavings", "wood wool", "cardboard", "wrapping", "packing", "gift tissue",
    "printer paper", "copy paper", "writing paper", "baking paper", "parchment", "magazine", "tea towel", "bed sheet", "old shirt", "rag",
    "bubble", "polystyrene", "styrofoam", "foam", "sponge", "plastic", "cling film", "felt scrap", "feather", "fleece", "gauze", "bandage",
    "sanitary", "diaper", "nappy",
)  # fmt: skip
# Said of what was made or treated to stand the charge.
TREATED = (
    "treated", "flameproof", "flame proof", "flame-proof", "fireproof", "fire proof", "fire-proof", "retardant", "non-flammable", "nonflammable",
    "recovery wadding", "rocket wadding", "cellulose", "borate", "aramid", "crepe wadding",
)  # fmt: skip
_DENIED = re.compile(
    r"\b(?:un[- ]?|not |non[- ]?|never |no )(?:(?:fire|flame)[- ]?)?(?:treated|proof|retardant)|without treatment"
)


def what_it_is(name: str) -> Wadding:
    """What a name says; empty where nothing was said.

    Returns
    -------
    str
        burns: by its name it is paper, cloth or a plant that was never treated. treated: made for it, or said to be treated. unknown:
        anything else, and what is said to be both.
    """
    lowered = " ".join(name.lower().split())
    if not lowered:
        return ""
    if _DENIED.search(lowered):
        return "burns"
    burns = any(re.search(rf"\b{re.escape(word)}", lowered) for word in BURNS)
    treated = any(word in lowered for word in TREATED)
    if burns:
        return "unknown" if treated else "burns"
    return "treated" if treated else "unknown"
