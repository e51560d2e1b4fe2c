"""The board and the class in headless Chromium at 12 weeks of 6 days: click to painted.

What a move would do is measured on the demo's series of 6 weeks of 4 days as well.

A time ends two animation frames after the page holds what was asked for: then it is on the screen.
"""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import WebDriverWait

from bench.figures import p95
from bench.stretched import stretched
from grike.store import changes, series
from grike.store.connection import Database
from scripts import database, demo, demo_house, install, processes, serve
from scripts.screenshots import browser, fill_in
from scripts.testing import BROWSER

TIMES = 20
TARGET_MS = {
    "board painted": 700.0,
    "lens change": 50.0,
    "swap to painted": 200.0,
    "consequences of a move, 6 × 4": 100.0,
    "consequences of a move, 12 × 6": 200.0,
}
#: Milliseconds from the focus of a day, while a class is carried, until what it would do is told.
CARRIED = """const [day, done] = arguments;
const begun = performance.now();
const target = document.querySelector(`[data-day="${day}"] [aria-label^="Put it"]`);
const was = document.querySelector('[data-consequences]')?.dataset.consequences;
const frame = () => {
  const told = document.querySelector('[data-consequences]');
  if (told && told.dataset.consequences !== was)
    requestAnimationFrame(() => done(performance.now() - begun));
  else requestAnimationFrame(frame);
};
target.focus(); requestAnimationFrame(frame);"""
#: Milliseconds from a click to the frame after the one in which ``there()`` holds.
CLICK = """const [click, there, done] = arguments, button = document.querySelector(click);
const holds = new Function(`return ${there}`), begun = performance.now();
const frame = () => holds() ? requestAnimationFrame(() => done(performance.now() - begun))
  : requestAnimationFrame(frame);
button.click(); requestAnimationFrame(frame);"""
#: Milliseconds from the start of the navigation until the board holds so many classes.
OPENED = """const [count, done] = arguments;
const frame = () => document.querySelectorAll('[data-slot]').length >= count
  ? requestAnimationFrame(() => done(performance.now())) : requestAnimationFrame(frame);
frame();"""


def the_series(url: str) -> tuple[int, int, int]:
    """Store the demo's first series stretched to 12 × 6; return both ids and its classes."""
    base = Database(url)
    with base.transaction() as connection:
        first = series.lines(connection)[0].id
        long = stretched(series.get(connection, first).plan)
        made = series.add(connection, long, None)
        changes.save(connection, series.get(connection, made), long.classes, "Plan", None)
    base.close()
    return first, made, len(long.classes)


def sign_in(driver: webdriver.Chrome, base: str) -> None:
    """Sign in as the demo's first director."""
    _, name, _, password = demo_house.PEOPLE[0]
    driver.get(base)
    wait = WebDriverWait(driver, 20)
    wait.until(lambda d: d.find_elements(By.NAME, "name"))
    fill_in(driver, name, password)
    wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, "h2 a"))


def boards(driver: webdriver.Chrome, address: str, classes: int) -> list[float]:
    """Open the board again and again."""
    out = []
    for _ in range(TIMES):
        driver.get(address)
        out.append(float(driver.execute_async_script(OPENED, classes)))
    return out


def lenses(driver: webdriver.Chrome) -> list[float]:
    """Change the lens of the board that is open."""
    out = []
    for turn in range(TIMES):
        button = f"[aria-label=Lens] button:nth-child({1 + (turn + 1) % 2})"
        pressed = f"document.querySelector('{button}').getAttribute('aria-pressed') === 'true'"
        out.append(float(driver.execute_async_script(CLICK, button, pressed)))
    return out


def swaps(driver: webdriver.Chrome, address: str) -> list[float]:
    """Swap the same place of a class for the first alternative, again and again."""
    out, wait = [], WebDriverWait(driver, 20)
    rows, button = "[data-movement]", "[aria-label^='Swap in']:not([disabled])"
    driver.get(address)
    for _ in range(TIMES):
        wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, rows))
        place = len(driver.find_elements(By.CSS_SELECTOR, rows)) // 2
        row = driver.find_elements(By.CSS_SELECTOR, rows)[place]
        held = row.get_attribute("data-movement")
        if row.get_attribute("aria-pressed") != "true":
            row.click()
        wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, button))
        now = f"document.querySelectorAll('{rows}')[{place}].dataset.movement"
        out.append(float(driver.execute_async_script(CLICK, button, f"{now} !== '{held}'")))
        driver.refresh()
    return out


def moves(driver: webdriver.Chrome, address: str) -> list[float]:
    """Carry the first class of a board over other days, each for the first time."""
    driver.get(address)
    wait = WebDriverWait(driver, 20)
    pick = "[data-day] button[aria-label^='Move, copy']"
    wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, pick))[0].click()
    carry = "//aside//button[contains(., 'Move or exchange')]"
    wait.until(lambda d: d.find_elements(By.XPATH, carry))[0].click()
    target = "[data-day]:has([aria-label^='Put it'])"
    found = wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, target))
    days = [own.get_attribute("data-day") for own in found][: TIMES + 2]
    out = [float(driver.execute_async_script(CARRIED, day)) for day in days]
    # The first two fetch code and warm the facts up.
    return out[2:]


def told(what: str, values: list[float]) -> None:
    """Print a line against its target."""
    high, middle = p95(values), sorted(values)[len(values) // 2]
    ratio = high / TARGET_MS[what]
    print(
        f"{what}: median {middle:.0f} ms, p95 {high:.0f} ms, {ratio:.2f} of its target", flush=True
    )


def main() -> None:
    """Start all of it with the demo data, measure in a browser, throw it away."""
    install.debian(BROWSER)
    install.front_end()
    folder = Path(tempfile.mkdtemp(prefix="grike-bench-"))
    try:
        server = database.start(folder / "data", name="bench-database")
        demo.load(server)
        first, made, classes = the_series(server.url())
        port = serve.start(server, name="bench-application", first=8607)
        driver = browser(folder / "profile")
        driver.set_script_timeout(60)
        try:
            address = f"http://127.0.0.1:{port}/series/{made}"
            sign_in(driver, f"http://127.0.0.1:{port}")
            told("board painted", boards(driver, address, classes))
            told("lens change", lenses(driver))
            told("consequences of a move, 12 × 6", moves(driver, address))
            short = f"http://127.0.0.1:{port}/series/{first}"
            told("consequences of a move, 6 × 4", moves(driver, short))
            told("swap to painted", swaps(driver, f"{address}/classes/7"))
        finally:
            driver.quit()
    finally:
        processes.stop("bench-application", 10)
        processes.stop("bench-database", 20)
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main()
