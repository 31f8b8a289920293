import importlib
import inspect
import pkgutil
import re
import unittest

import axlecore


def public_functions():
    for info in pkgutil.walk_packages(axlecore.__path__, "axlecore."):
        if info.name.endswith("__main__"):
            continue
        module = importlib.import_module(info.name)
        for name, found in inspect.getmembers(module, inspect.isfunction):
            if found.__module__ == info.name and not name.startswith("_"):
                yield found


#: Modules whose formulas must say where they come from.
PHYSICS = (
    "section",
    "axle",
    "bar",
    "barload",
    "stress",
    "fatigue",
    "pneumatics",
    "steady",
    "twist",
    "turn",
    "wind",
    "gusts",
    "response",
    "manoeuvres",
    "rough",
    "masses",
    "montecarlo",
    "uncertainty",
)


class DocumentationTests(unittest.TestCase):
    def test_every_public_function_documents_every_argument(self):
        functions = list(public_functions())
        self.assertGreater(len(functions), 30)
        for function in functions:
            doc = inspect.getdoc(function) or ""
            for argument in inspect.signature(function).parameters:
                self.assertRegex(
                    doc, rf"(?m)^(?:.*, )?{argument}\b.* : ", f"{function.__qualname__}: {argument}"
                )

    def test_every_formula_of_physics_names_its_source_or_reason(self):
        for function in public_functions():
            if function.__module__.rpartition(".")[2] in PHYSICS:
                doc = inspect.getdoc(function) or ""
                notes = doc.partition("Notes\n-----\n")[2]
                if re.search(r"[A-Za-zφ] = .*[²⁴/·]", notes):
                    self.assertRegex(notes, r"Source|by |√|springs at", function.__qualname__)
