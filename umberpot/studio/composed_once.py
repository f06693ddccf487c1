"""Queries whose SQL is composed once a process, and asked many times with other values.

Composing the SQL of a large query is most of what it costs: Django goes through every expression
anew each time it is asked. Here it does so once, with a placeholder where each value goes.
Uses the compiler of Django's ORM (5.2), which is not its public interface: what it must keep
to is in tests/web/test_composed_once.py, and decision 43 says where this is worth it.
"""

import copy
import json
from collections.abc import Callable
from typing import Any

from django.db import DEFAULT_DB_ALIAS, connections
from django.db.models import Field, JSONField, QuerySet
from django.db.models.expressions import Expression
from django.db.models.sql.compiler import SQLCompiler


class Keys(JSONField):
    """The type of a value that is several keys, of any number, for ``__in``.

    SQL has a placeholder for each value of a list; these go as one, which SQLite takes apart.
    """

    composed_as = "SELECT value FROM json_each(%s)"

    def get_db_prep_value(self, value: Any, connection: Any, prepared: bool = False) -> str:
        return json.dumps(sorted(value))


class Placeholder(Expression):
    """Where a value goes that is given when the query is asked; its own parameter until then."""

    def __init__(self, name: str, output_field: "Field[Any, Any]") -> None:
        super().__init__(output_field)
        self.name = name

    def as_sql(self, compiler: Any, connection: Any) -> Any:
        return getattr(self.output_field, "composed_as", "%s"), [self]


class ComposedQuery:
    """A query with placeholders; ``compose`` makes it from them, the first time it is asked."""

    def __init__(
        self, compose: Callable[..., QuerySet[Any]], fields: dict[str, "Field[Any, Any]"]
    ) -> None:
        self._compose, self._fields = compose, fields
        self._composed: tuple[QuerySet[Any], SQLCompiler, str, tuple[Any, ...]] | None = None

    def __call__(self, **values: Any) -> QuerySet[Any]:
        """The query with these values, to go through as it is: it takes no more filters."""
        if self._composed is None:
            # Two threads may both do so: either of what they made will do.
            self._composed = self._compiled()
        rows, compiler, sql, params = self._composed
        asked = _asked(compiler, sql, tuple(self._bound(one, values) for one in params))
        found = rows.all()
        found.query.get_compiler = lambda *_args, **_kwargs: asked  # type: ignore[method-assign]
        # A filter on it would be left out of SQL that was composed before it.
        found.query.clone = _refuse  # type: ignore[method-assign]
        return found

    def _compiled(self) -> tuple[QuerySet[Any], SQLCompiler, str, tuple[Any, ...]]:
        placeholders = {name: Placeholder(name, field) for name, field in self._fields.items()}
        rows = self._compose(**placeholders)
        compiler = rows.query.get_compiler(DEFAULT_DB_ALIAS)
        sql, params = compiler.as_sql()
        return rows, compiler, sql, tuple(params)

    def _bound(self, param: Any, values: dict[str, Any]) -> Any:
        if not isinstance(param, Placeholder):
            return param
        connection = connections[DEFAULT_DB_ALIAS]
        return self._fields[param.name].get_db_prep_value(values[param.name], connection)


def _refuse() -> Any:
    raise TypeError("A query that is composed once takes no more filters: go through its rows.")


def _asked(compiler: SQLCompiler, sql: str, params: tuple[Any, ...]) -> SQLCompiler:
    """A compiler that has done its work, with the values of this time and this thread's connection.

    What it learned of the columns stays with it; only composing is left out.
    """
    asked = copy.copy(compiler)
    asked.connection = connections[DEFAULT_DB_ALIAS]
    asked.as_sql = lambda *_args, **_kwargs: (sql, params)  # type: ignore[method-assign]
    return asked


def composed_once(
    **fields: "Field[Any, Any]",
) -> Callable[[Callable[..., QuerySet[Any]]], ComposedQuery]:
    """Makes a function of placeholders, one for each field, into a query of values of them.

    The function is called once: nothing it looks at may change but what it is given.
    """
    return lambda compose: ComposedQuery(compose, fields)
