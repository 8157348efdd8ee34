"""Small turns of writing that sentences of every part of the core share."""


def capital(text: str) -> str:
    """The text with a large first letter, the rest as it is: "the C6-5 fits" → "The C6-5 fits"."""
    return text[:1].upper() + text[1:]


def uncapital(text: str) -> str:
    """The text with a small first letter, for the middle of a sentence."""
    return text[:1].lower() + text[1:]
