"""How a material is called inside a sentence."""

GENERIC = frozenset(
    {
        "oxide",
        "dioxide",
        "monoxide",
        "pentoxide",
        "carbonate",
        "chromate",
        "sulfate",
        "sulphate",
        "rutile",
        "ilmenite",
    }
)
"""What the name of a plain chemical or mineral ends in."""


def in_a_sentence(name: str) -> str:
    """'Copper carbonate' as 'copper carbonate'; a stain's own name, 'Quay Blue', as it is.

    Source: common practice in writing; a generic name is no proper name.
    """
    words = name.split()
    is_generic = bool(words) and words[-1].lower() in GENERIC
    if is_generic and all(word.isalpha() and word[1:].islower() for word in words):
        return name.lower()
    return name
