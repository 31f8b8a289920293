"""Every word of the glossary is said on screen or in print, and every name is one of the code."""

import re
import unittest

from django.conf import settings

ROW = re.compile(r"^\| (?P<said>[^|]+?) \| `(?P<name>\w+)` \|", re.MULTILINE)
#: Where words are said: the pages, the prints, and what core says.
SAID = ("web/src/**/*.tsx", "web/src/**/*.ts", "server/**/*.html", "core/axlecore/**/*.py")
CODE = ("core/axlecore/**/*.py",)
#: Words the house has given up for the trade's own.
GIVEN_UP = re.compile(r"reckon|\bcushions?\b|\bneighbour|\bmedicine\b|our school", re.IGNORECASE)


class GlossaryTests(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.page = (settings.ROOT / "docs" / "glossary.md").read_text()

    def read(self, *patterns):
        files = [path for pattern in patterns for path in settings.ROOT.glob(pattern)]
        return {path: path.read_text() for path in files if "tests" not in path.parts}

    def test_every_word_is_said_and_every_name_is_in_code(self):
        rows = list(ROW.finditer(self.page))
        self.assertGreater(len(rows), 35)
        said = "\n".join(self.read(*SAID).values()).lower()
        code = set(re.findall(r"\w+", "\n".join(self.read(*CODE).values())))
        for row in rows:
            with self.subTest(row["said"]):
                self.assertIn(row["said"].lower(), said)
                self.assertIn(row["name"], code)

    def test_words_that_were_given_up_are_said_nowhere(self):
        for path, text in self.read(*SAID).items():
            # What earlier files said is read where they are brought over; API shapes are generated.
            if path.name in ("words_of_the_trade.py", "columns.py", "schema.ts"):
                continue
            self.assertIsNone(GIVEN_UP.search(text), path)
