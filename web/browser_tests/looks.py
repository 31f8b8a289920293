"""What is wrong with how a page looks, asked in the page itself."""

from playwright.sync_api import Page

#: Rounded and anti-aliased edges may touch.
TOUCH_PX = 2

STICKS_OUT = """() => [...document.querySelectorAll('body *')].filter((element) => {
  const box = element.getBoundingClientRect();
  return box.width > 0 && box.right > window.innerWidth + 1 &&
    !element.closest('[data-scrolls], [data-clipped], .overflow-x-auto, .overflow-auto, .sr-only, defs, clipPath');
}).map((element) => element.outerHTML.slice(0, 140)).slice(0, 3)"""

CUT = """() => [...document.querySelectorAll('main button, main label, main td, main th, main a,' +
  'main h1, main h2, main h3, header a, nav a, legend, dt, dd')].filter((element) => {
  const style = getComputedStyle(element);
  return element.clientWidth > 0 && element.scrollWidth > element.clientWidth + 2 &&
    ['hidden', 'clip'].includes(style.overflowX) && style.position !== 'absolute';
}).map((element) => element.outerHTML.slice(0, 140)).slice(0, 3)"""


#: Numbers of a drawing whose boxes lie on each other.
LIES_ON = """touch => {
  const numbers = [...document.querySelectorAll('main button[data-place], main [data-shown]')]
    .map((element) => [element.dataset.place ?? element.dataset.shown, element.getBoundingClientRect()])
    .filter(([, box]) => box.width > 0);
  const over = (a, b, from, to) => Math.min(a[to], b[to]) - Math.max(a[from], b[from]) > touch;
  return numbers.flatMap(([one, a], at) => numbers.slice(at + 1)
    .filter(([, b]) => over(a, b, 'left', 'right') && over(a, b, 'top', 'bottom'))
    .map(([other]) => `${one} lies on ${other}`));
}"""


#: Text smaller than this on the screen is not read in a shop [px].
LEAST_TEXT_PX = 12
SMALL_TEXT = """least => [...document.querySelectorAll('body *')].filter((element) => {
  const words = [...element.childNodes].some((node) => node.nodeType === 3 && node.data.trim());
  const box = element.getBoundingClientRect();
  if (!words || box.width === 0 || element.closest('.sr-only, title, style, script')) return false;
  const size = parseFloat(getComputedStyle(element).fontSize);
  const drawing = element.closest('svg');
  const scale = drawing?.viewBox.baseVal?.width
    ? drawing.getBoundingClientRect().width / drawing.viewBox.baseVal.width : 1;
  return size * scale < least - 0.05;
}).map((element) => element.outerHTML.slice(0, 120)).slice(0, 3)"""

#: Controls with less room than a finger needs; numbers of a drawing have it around them.
LEAST_TARGET_PX = 44
SMALL_TARGET = """least => [...document.querySelectorAll(
  'main button, main select, main summary, main [role=radio], main a, nav a, header button')]
  .filter((element) => {
    const box = element.getBoundingClientRect();
    const inText = element.tagName === 'A' && getComputedStyle(element).display === 'inline';
    // A finger has what lies round it too, where the control says so.
    const before = getComputedStyle(element, '::before');
    const around = before.position === 'absolute'
      ? -parseFloat(before.top) - parseFloat(before.bottom) : 0;
    return box.width > 0 && !inText && !element.closest('.sr-only') &&
      (box.height + around < least - 0.5);
  }).map((element) => element.outerHTML.slice(0, 160)).slice(0, 3)"""


def wrong_with(page: Page) -> list[str]:
    """Return what is wrong with the open page at the width it has."""
    found: list[str] = page.evaluate(STICKS_OUT) + page.evaluate(CUT)
    found += page.evaluate(SMALL_TEXT, LEAST_TEXT_PX)
    found += page.evaluate(SMALL_TARGET, LEAST_TARGET_PX)
    return found + page.evaluate(LIES_ON, TOUCH_PX)
