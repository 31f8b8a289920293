"""Every shape of the HTTP interface has a name of its own."""

import json

from django.test import SimpleTestCase

from calmaxle.api import api


class ShapeNamesTests(SimpleTestCase):
    def definitions(self):
        for _, router in api._routers:
            for path, view in router.path_operations.items():
                for operation in view.operations:
                    answers = [
                        model
                        for model in operation.response_models.values()
                        if hasattr(model, "model_json_schema")
                    ]
                    for model, mode in [
                        *((model, "validation") for model in operation.models),
                        *((model, "serialization") for model in answers),
                    ]:
                        found = model.model_json_schema(mode=mode).get("$defs", {})
                        yield from ((path, mode, name, shape) for name, shape in found.items())

    def test_no_two_shapes_share_one(self):
        """Two classes of one name would silently become one in the generated types."""
        seen = {}
        for path, mode, name, shape in self.definitions():
            # A default makes a field optional when it is sent, and sure when it is answered.
            plain = json.dumps({k: v for k, v in shape.items() if k != "required"}, sort_keys=True)
            first = seen.setdefault((name, mode), (path, plain))
            self.assertEqual(plain, first[1], f"{name} in {path} is another than in {first[0]}")
        self.assertGreater(len(seen), 80)
