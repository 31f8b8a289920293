"""What a fitter does under a vehicle, by hand and pedal, one step after the other."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page

from photos.tests.test_photos import picture

Step = dict[str, Any]


class Fitter:
    """Works at one page of the bay.

    Parameters
    ----------
    case : BrowserTestCase
        Whose test it is.
    page : Page
        At the bay.
    bay : dict
        The bay's work as it was read before anything was done; whole steps are done by it.
    wrench : int
        Identifier of a wrench that is not due; joints are tightened with it.
    """

    def __init__(
        self, case: Any, page: Page, bay: dict[str, Any] | None = None, wrench: int = 0
    ) -> None:
        self.case, self.page, self.bay, self.wrench = case, page, bay or {}, wrench

    def says(self, words: str) -> None:
        self.case.wait_for_text(self.page.get_by_role("heading", level=1), words)

    def fill_in(self, label: str, said: str) -> None:
        self.page.get_by_label(label).fill(said)
        self.page.keyboard.press("Enter")

    def take_photo(self) -> None:
        self.page.get_by_label("Photo of this step").set_input_files(
            {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": picture((60, 40))}
        )

    def do(self, step: Step) -> list[str]:
        """Do all that a step keeps; return what that is, in order."""
        return [what for kind in step["records"] for what in self._keep(step, kind)]

    def _keep(self, step: Step, kind: str) -> list[str]:
        key = step["key"]
        if kind == "photo":
            self.take_photo()
            return [f"step.{key}"]
        if kind == "torque":
            return self._tighten(step["torque"] or key)
        if kind == "number" and key == "all.clearance":
            return self._go_round()
        if kind == "number" and key.endswith(".settle") and self.bay["settling"]:
            return [self.settle(step["axle"])]
        if kind == "number":
            self.fill_in("Measured, with its unit", "242 mm")
        else:
            self.page.keyboard.press("PageDown" if len(key) % 2 else " ")
        return [f"{key} {kind}"]

    def settle(self, axle: str, left_more: float = 0.0) -> str:
        """Set both sides as planned, the left one longer by so many millimetres."""
        planned = self.bay["settling"][axle]["tape"]["planned"]
        for side, more in (("Left", left_more), ("Right", 0.0)):
            length = planned[side.lower()]["link_m"] * 1e3 + more
            self.page.get_by_label(f"{side} link, eye to eye").fill(f"{length:.1f}")
        self.page.get_by_role("button", name="The last bolt drops in by hand").click()
        return f"{axle} set"

    def _tighten(self, joint: str) -> list[str]:
        target = self.bay["joints"][joint]["target"]
        middle = (target["from_n_m"] + target["to_n_m"]) / 2
        self.page.get_by_label("Read by").select_option(str(self.wrench))
        for bolt in target["order"]:
            self.fill_in(f"Bolt {bolt} reads", f"{middle:.1f}")
        return [f"{joint} {bolt}" for bolt in target["order"]]

    def _go_round(self) -> list[str]:
        near = self.page.get_by_role("list", name="Obstacles").get_by_role("textbox")
        for one in range(near.count()):
            near.nth(one).fill("45")
            self.page.keyboard.press("Enter")
        return [one["obstacle"]["key"] for one in self.bay["obstacles"]]
