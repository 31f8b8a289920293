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


#: Packages whose formulas must say where they come from.
PHYSICS = {"bars", "fasteners", "fitup", "lean", "motion", "road", "vehicle"}
#: A book with its author, a standard with its number, or what it is derived from.
SOURCE = re.compile(
    r"Sources?:\s[\s\S]*?(?:[A-Z]\w+,\s+(?:\*[A-Z]|\d+th\sed)|(?:ISO|SAE|JCGM|DIN|EN)\s[A-Z]?\d"
    r"|[A-Z]\w+\s(?:ch\.|\(ed\.\)|et\sal\.)|\*[A-Z][\s\S]*?\*(?:,\s\d+th\sed|\s\d+\s\(\d{4})"
    r"|[A-Z]\w+\s+(?:and|&)\s+[A-Z]\w+,)|Derived\sfrom\s"
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

    def test_every_formula_of_physics_names_its_source(self):
        formulas = 0
        for function in public_functions():
            if function.__module__.split(".")[1] in PHYSICS:
                doc = inspect.getdoc(function) or ""
                notes = doc.partition("Notes\n-----\n")[2]
                if re.search(r"[A-Za-zφ] = .*[²⁴/·]", notes):
                    formulas += 1
                    self.assertRegex(notes, SOURCE, function.__qualname__)
        self.assertGreater(formulas, 25)

    def test_the_packages_of_physics_are_there(self):
        packages = {info.name for info in pkgutil.iter_modules(axlecore.__path__) if info.ispkg}
        self.assertLessEqual(PHYSICS, packages)
