import unittest

from axlecore.errors import InputError
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.weigh_ticket import read_ticket, write_ticket
from tests.rigs import vehicle_c


class TicketTests(unittest.TestCase):
    def test_what_is_written_is_read_back(self):
        rows = read_ticket(write_ticket(vehicle_c()))
        self.assertEqual([row.field for row in rows][:2], ["front_left_kg", "front_right_kg"])
        self.assertEqual({row.state for row in rows}, {LoadKey.TRIP_READY})
        self.assertEqual(rows[0].typed, "1028 kg")

    def test_columns_units_and_marks_as_scales_print_them(self):
        rows = read_ticket(
            "\ufeffLoad (lb); Place; State\n3,400; Front-Left; trip ready\n\n7.2 t;rear;Maximum\n"
        )
        self.assertEqual(
            [(row.line, row.state, row.field, row.typed) for row in rows],
            [(2, "trip_ready", "front_left_kg", "3,400 lb"), (4, "maximum", "rear_kg", "7.2 t")],
        )

    def test_what_cannot_be_read_names_its_line(self):
        for text, field, words in (
            ("", "line 1", "empty"),
            ("state,load\n", "line 1", "“place” is missing"),
            ("state,place,load\n", "line 2", "1 to 100 loads"),
            ("state,place,load\nhalf full,front,2000\n", "line 2", "Read state “half full”"),
            ("state,place,load\nempty,front,2000\nempty,roof,90\n", "line 3", "Read place “roof”"),
            ("state,place,load\nempty,front\n", "line 2", "Read 2 cells"),
            ("x" * 20_001, "line 1", "over 20 kB"),
        ):
            with self.assertRaises(InputError) as caught:
                read_ticket(text)
            self.assertEqual(caught.exception.field, field)
            self.assertIn(words, caught.exception.message)
