"""The faces that are drawn as pictures, by technique: a file of its name, with its PREVIEW."""

from importlib import import_module
from pkgutil import iter_modules

from claycore.surface.coats import Technique
from umberpot.surface import previews
from umberpot.surface.previews.kinds import PreviewKind

_FILES = {module.name for module in iter_modules(previews.__path__)}

BOARDS: dict[str, PreviewKind] = {
    technique: import_module(f"{previews.__name__}.{technique}").PREVIEW
    for technique in Technique
    if technique in _FILES
}
"""The kinds by their technique. To add one is to add a file beside this one."""
