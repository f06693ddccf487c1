"""JSON schemas of the calculators' answers, read off the dataclasses that they are."""

from collections.abc import Mapping
from dataclasses import fields, is_dataclass
from enum import Enum
from types import NoneType, UnionType
from typing import Any, Union, get_args, get_origin, get_type_hints

Schema = dict[str, Any]

_PLAIN = {str: "string", bool: "boolean", int: "integer", float: "number"}


def schema_of(kind: Any) -> Schema:
    """The schema of a type as ``dataclasses.asdict`` and JSON write it; {} allows anything."""
    if kind in _PLAIN:
        return {"type": _PLAIN[kind]}
    origin, inside = get_origin(kind), get_args(kind)
    if origin in (Union, UnionType):
        return _one_of(inside)
    if origin is not None:
        return _collection(origin, inside)
    if isinstance(kind, type) and issubclass(kind, Enum):
        return {"type": "string", "enum": [str(one.value) for one in kind]}
    if is_dataclass(kind):
        return _object(kind)
    return {}


def _one_of(kinds: tuple[Any, ...]) -> Schema:
    """A union; with None it may also be null."""
    schemas = [schema_of(one) for one in kinds if one is not NoneType]
    if NoneType in kinds:
        schemas.append({"type": "null"})
    return schemas[0] if len(schemas) == 1 else {"anyOf": schemas}


def _collection(origin: Any, inside: tuple[Any, ...]) -> Schema:
    if isinstance(origin, type) and issubclass(origin, Mapping):
        return {"type": "object", "additionalProperties": schema_of(inside[-1])}
    if origin is tuple and inside[-1:] != (Ellipsis,):
        each = [schema_of(one) for one in inside]
        return {"type": "array", "prefixItems": each, "minItems": len(each), "maxItems": len(each)}
    return {"type": "array", "items": schema_of(inside[0]) if inside else {}}


def _object(kind: Any) -> Schema:
    hints = get_type_hints(kind)
    names = [one.name for one in fields(kind)]
    return {
        "type": "object",
        "properties": {name: schema_of(hints[name]) for name in names},
        "required": names,
    }
