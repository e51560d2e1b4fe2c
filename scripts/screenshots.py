"""Take one picture of each main view at 1280x800 from the demo data, for docs/screenshots/."""

from __future__ import annotations

import os
import shutil
import sys
import tempfile
import time
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import WebDriverWait

from scripts import database, demo, demo_house, install, serve
from scripts.install import say
from scripts.paths import ROOT
from scripts.supervise import DEMO_MARK
from scripts.testing import BROWSER

WORK_ROW = "[data-purpose=work] [data-movement]"
FOLDER = ROOT / "docs" / "screenshots"
FLAGS = (
    "--headless=new",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--hide-scrollbars",
)


SIZE = (1280, 800)


def browser(profile: Path, width: int = SIZE[0], height: int = SIZE[1]) -> webdriver.Chrome:
    """Return a headless Chromium of an exact size with a fresh profile."""
    options = webdriver.ChromeOptions()
    options.binary_location = "/usr/bin/chromium"
    for flag in (*FLAGS, f"--user-data-dir={profile}"):
        options.add_argument(flag)
    if os.geteuid() == 0:
        options.add_argument("--no-sandbox")
    driver = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver"))
    screen(driver, width, height)
    return driver


def screen(driver: webdriver.Chrome, width: int, height: int) -> None:
    """Show pages as on a screen of that size; a narrow one is a phone."""
    metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 500}
    driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)


def fill_in(driver: webdriver.Chrome, name: str, password: str) -> None:
    """Fill in and send the sign-in form."""
    driver.find_element(By.NAME, "name").send_keys(name)
    driver.find_element(By.NAME, "password").send_keys(password)
    driver.find_element(By.CSS_SELECTOR, "button[type=submit]").click()


class Photographer:
    """Walks through the views and takes their pictures."""

    def __init__(self, driver: webdriver.Chrome, base: str, folder: Path) -> None:
        self.driver, self.base, self.folder = driver, base, folder
        self.wait = WebDriverWait(driver, 20)

    def see(self, selector: str) -> None:
        """Wait until something is on the page."""
        self.wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, selector))

    def pick(self, selector: str) -> None:
        """Press the first of something, once it is there."""
        self.see(selector)
        self.driver.find_element(By.CSS_SELECTOR, selector).click()

    def take(self, name: str) -> None:
        """Take the picture once fonts and transitions have settled."""
        self.driver.execute_script("return document.fonts.ready")
        time.sleep(0.5)
        self.driver.save_screenshot(str(self.folder / f"{name}.png"))
        say(f"took {name}")

    def go(self, path: str, selector: str) -> None:
        """Open a page and wait for it."""
        self.driver.get(self.base + path)
        self.see(selector)

    def sign_in(self, name: str, password: str) -> None:
        """Sign in through the form."""
        self.go("/", "input[name=name]")
        fill_in(self.driver, name, password)
        self.see("h2 a")
        # Whoever takes pictures twice is told of the first time on every page, a moment later.
        time.sleep(1)
        for button in self.driver.find_elements(By.XPATH, "//button[.='I have read it']"):
            button.click()

    def press(self, text: str) -> None:
        """Press the first button with this text or label."""
        xpath = f"//button[contains(., '{text}') or contains(@aria-label, '{text}')]"
        self.driver.find_element(By.XPATH, xpath).click()


def on_the_board(camera: Photographer) -> None:
    """Take the board with movements, in dark colours, and a class that is carried over it."""
    camera.press("Use dark colours")
    camera.press("With movements")
    camera.take("board-dark")
    camera.press("Use light colours")
    camera.press("Blocks")
    camera.press("Move, copy or lock Week 1 Monday")
    camera.press("Move or exchange")
    camera.see("[aria-label='Put it on Week 2 Monday']")
    target = camera.driver.find_element(By.CSS_SELECTOR, "[aria-label='Put it on Week 2 Monday']")
    camera.driver.execute_script("arguments[0].focus()", target)
    camera.see("[data-consequences]")
    camera.take("board-move")


def walk(camera: Photographer) -> None:
    """Take all pictures."""
    _, name, _, password = demo_house.PEOPLE[0]
    camera.sign_in(name, password)
    camera.take("series")
    link = camera.driver.find_element(By.CSS_SELECTOR, "h2 a").get_attribute("href") or ""
    board = link.removeprefix(camera.base)
    camera.go(board, "[data-slot]")
    camera.take("board")
    on_the_board(camera)
    camera.go(f"{board}/classes/12/choices", "[aria-label^='Take choice']")
    camera.take("class-choices")
    camera.go(f"{board}/classes/5", "[data-cue]")
    camera.take("class")
    camera.pick(WORK_ROW)
    camera.see("[aria-label^='Swap in']")
    camera.take("class-movement")
    camera.driver.find_element(By.CSS_SELECTOR, "aside h2 a").click()
    camera.see("[aria-label='Movement'] a")
    camera.take("movements")
    camera.go("/house/people", "main li")
    camera.press("Invite somebody")
    camera.take("people")
    camera.go(f"{board}/classes/5/sheet", "article")
    camera.take("run-sheet")
    more(camera, board)
    camera.go("/shapes", "[aria-label^='Parts of']")
    camera.take("shapes")
    camera.go("/shapes/new?copy=lift-pairs-finish", "[aria-label^='Parts of']")
    camera.take("shape-edit")
    camera.go("/series/new", "form")
    camera.see("[aria-label=Days]")
    camera.take("set-up")


def planning(camera: Photographer, board: str) -> None:
    """Take the page of the first what-if while it is being planned."""
    ask = "const done = arguments[1]; fetch(arguments[0]).then((r) => r.json()).then(done);"
    begun = camera.wait.until(lambda d: d.execute_async_script(ask, f"/api{board}/what-ifs"))
    camera.go(f"{board}/runs/{begun[0]['run']}", "h1")
    WebDriverWait(camera.driver, 60).until(
        lambda d: d.find_elements(By.CSS_SELECTOR, "[data-filled='2']")
    )
    camera.take("planning")


def _missing(driver: webdriver.Chrome) -> str:
    """Return a movement that anybody might ask for and that the class on the page does not hold."""
    rows = driver.find_elements(By.CSS_SELECTOR, "[data-movement]")
    there = {row.get_attribute("data-movement") for row in rows}
    usual = {"push-up": "Push-up", "squat": "Squat", "bicycle": "Bicycle", "bent-over-row": "Row"}
    return next(name for movement_id, name in usual.items() if movement_id not in there)


def more(camera: Photographer, board: str) -> None:
    """Take the pictures of what is done with a planned series."""
    driver = camera.driver
    camera.go(f"{board}/classes/5", "[data-cue]")
    camera.pick(WORK_ROW)
    driver.find_element(By.CSS_SELECTOR, "[aria-label^='seconds of']").send_keys("35")
    camera.see("[aria-label='What the edit does']")
    camera.take("class-edit")
    driver.execute_script("localStorage.clear()")
    camera.go(f"{board}/classes/5", "[data-cue]")
    driver.find_element(By.XPATH, "//summary[contains(., 'Why this class')]").click()
    asked = driver.find_element(By.CSS_SELECTOR, "[aria-label='Why not this movement']")
    asked.send_keys(_missing(driver))
    camera.see("[role=status] p, [role=status] li")
    camera.take("class-why")
    screen(driver, 390, 844)
    camera.go(f"{board}/classes/5/teach", "h1")
    camera.wait.until(lambda d: d.find_elements(By.XPATH, "//button[.='Begin']"))
    camera.press("Begin")
    camera.see("[aria-label='What comes next']")
    for _ in range(10):
        driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ARROW_RIGHT)
    camera.take("teach")
    screen(driver, *SIZE)
    driver.execute_script("localStorage.clear()")
    camera.go(f"{board}/done", "[aria-label='For the classes to come']")
    camera.take("done")
    camera.go(f"{board}/what-ifs", "fieldset")
    if not driver.find_elements(By.XPATH, "//button[.='Compare']"):
        for place in (0, 2, 3):
            driver.find_elements(By.CSS_SELECTOR, "fieldset input")[place].click()
        camera.press("Plan 3")
        planning(camera, board)
        camera.go(f"{board}/what-ifs", "fieldset")
    WebDriverWait(driver, 600).until(
        lambda d: len(d.find_elements(By.XPATH, "//button[.='Make it a series']")) >= 3
    )
    camera.press("Compare")
    camera.see("section[aria-label=Comparison] td")
    camera.take("what-ifs")


def shots() -> int:
    """Start the demo if need be and take the pictures."""
    install.debian(BROWSER)
    server = database.start()
    install.front_end()
    demo.load(server, DEMO_MARK)
    port = serve.start(server)
    FOLDER.mkdir(parents=True, exist_ok=True)
    profile = Path(tempfile.mkdtemp(prefix="grike-shots-"))
    try:
        driver = browser(profile)
        try:
            walk(Photographer(driver, f"http://127.0.0.1:{port}", FOLDER))
        finally:
            driver.quit()
    finally:
        shutil.rmtree(profile, ignore_errors=True)
    return 0


if __name__ == "__main__":
    sys.exit(shots())
