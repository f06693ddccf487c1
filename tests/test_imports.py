"""Who may know whom, where layers cannot say it."""

import grimp
import pytest


@pytest.fixture(scope="module")
def graph():
    return grimp.build_graph("umberpot")


def app_of(module):
    return module.split(".")[1]


def test_no_module_imports_a_view_of_another_app(graph):
    views = [m for m in graph.modules if m.endswith((".views", ".files", ".urls"))]
    assert len(views) > 25
    crossing = {
        (importer, view)
        for view in views
        for importer in graph.find_modules_that_directly_import(view)
        if app_of(importer) != app_of(view) and not importer.endswith(".urls")
    }
    assert not crossing


def test_no_model_or_service_imports_a_view(graph):
    for module in graph.modules:
        if module.endswith((".models", ".services")):
            for imported in graph.find_modules_directly_imported_by(module):
                assert not imported.endswith(".views"), f"{module} imports {imported}"
