"""`./northsquall bench`: the figures of docs/performance.md, measured on an idle machine, best of several."""

from __future__ import annotations

import json
import os
import platform
import statistics
import subprocess
import sys
import time
from datetime import date
from pathlib import Path

import numpy as np

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "tests"), str(ROOT / "benchmarks")]
DEMO = (ROOT / "demo" / "methyl-3-nitrobenzoate.txt").read_text("utf-8")
R = 8.314462618


def timed(f, repeat: int) -> list[float]:
    """Milliseconds of each of `repeat` calls."""
    out = []
    for _ in range(repeat):
        begin = time.perf_counter()
        f()
        out.append((time.perf_counter() - begin) * 1e3)
    return out


def problem(rng: np.random.Generator) -> dict:
    """One random semi-batch run of six hours: dosed nitration in a finite ice bath."""
    n_a, dose = rng.uniform(0.05, 0.5), rng.uniform(600, 7200)
    b = n_a * rng.uniform(0.9, 1.5) / dose
    u = rng.uniform(60, 250)
    return {
        "cp": (220.0, 110.0, 260.0, 200.0, 140.0, 150.0), "vm": (125e-6, 42e-6, 140e-6, 140e-6, 55e-6, 30e-6),
        "reactions": ((10 ** rng.uniform(-6, -4.3), rng.uniform(5e4, 9e4) / R, 283.15, 2.0, rng.uniform(-2.2e5, -8e4)), (10 ** rng.uniform(-9, -7), 1.1e5 / R, 353.15, 1.0, -1.5e5)),
        "C_flask": rng.uniform(30, 120), "A_full": rng.uniform(0.02, 0.06), "V_full": 1.1e-3, "T_amb": 293.15, "U_amb": 8.0, "C_bath": 8000.0, "G_bath": 0.3,
        "start": [n_a, 0, 0, 0, rng.uniform(0.5, 3), 0, rng.uniform(274, 290), 273.15, rng.choice([rng.uniform(0.03, 0.2), rng.uniform(0.5, 2)])],
        "segments": [(900.0, [0.0] * 6, 278.15, u), (900.0 + dose, [0, b, 0, 0, 0, 1.0 / dose], 278.15, u), (21600.0, [0.0] * 6, 278.15, u)],
    }  # fmt: skip


def engine(p: dict, outputs: int = 600) -> np.ndarray:
    """The same run by the engine."""
    from northsquall.dynamics import kernel as k
    from northsquall.dynamics import rodas

    rx = np.array([[0, 1, *p["reactions"][0]], [2, -1, *p["reactions"][1]]])
    nu = np.array([[-1.0, -1, 1, 0, 0, 0], [0, 0, -1, 1, 0, 0]])
    v = np.zeros(k.NCONST)
    v[[k.CFLASK, k.AFULL, k.VFULL, k.TAMB, k.UAMB, k.TBOIL, k.CBATH, k.GBATH]] = [
        p["C_flask"],
        p["A_full"],
        p["V_full"],
        p["T_amb"],
        p["U_amb"],
        1e4,
        p["C_bath"],
        p["G_bath"],
    ]
    segs = np.zeros((3, k.SEG_FEED + 6))
    for i, (t_end, feed, t_feed, u) in enumerate(p["segments"]):
        segs[i, [k.TEND, k.TFEED, k.UPOT, k.MODE, k.KFAC]] = [t_end, t_feed, u, k.ICE_BATH, 1.0]
        segs[i, k.SEG_FEED :] = feed
    atol = np.array([1e-8] * 6 + [1e-4, 1e-4, 1e-6])
    grid = np.linspace(0.0, p["segments"][-1][0], outputs)
    rows, *_ = rodas.integrate(
        np.array(p["start"]), 0.0, segs, nu, rx, np.array(p["cp"]), np.array(p["vm"]), v, 0, np.full(3, 1e4), 1e-5, atol, grid, 20000
    )
    return rows


def engine_against_baseline() -> dict[str, float]:
    """Median times of 25 runs, best of five each, and how far the two differ."""
    import baseline

    rng = np.random.default_rng(1)
    problems = [problem(rng) for _ in range(25)]
    engine(problems[0])
    fast, slow, apart = [], [], []
    for p in problems:
        fast.append(min(timed(lambda p=p: engine(p), 5)))
        slow.append(min(timed(lambda p=p: baseline.run(p), 3)))
        t, states = baseline.run(p)
        rows = engine(p)
        grid = np.linspace(0.0, p["segments"][-1][0], 600)
        apart.append(float(np.max(np.abs(np.interp(grid, t, states[:, 6])[1:] - rows[1:, 6]))))
    return {
        "engine, median ms": statistics.median(fast),
        "baseline, median ms": statistics.median(slow),
        "times faster": statistics.median(slow) / statistics.median(fast),
        "largest difference in T, median K": statistics.median(apart),
    }


def core() -> dict[str, float]:
    """Import, reading and the whole assess, warm."""
    code = "import time; t=time.perf_counter(); import northsquall.assess, northsquall.reading; print(time.perf_counter()-t)"
    imports = [float(subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True).stdout) for _ in range(3)]
    from northsquall.assess import assess
    from northsquall.reading import read

    document = read(DEMO)
    assess(document)
    cold = [
        timed(
            lambda: subprocess.run(
                [ROOT / "northsquall", "assess", ROOT / "demo" / "methyl-3-nitrobenzoate.txt", "--json"], capture_output=True, check=True
            ),
            1,
        )[0]
        for _ in range(3)
    ]
    return {
        "import, s": min(imports),
        "read, ms": min(timed(lambda: read(DEMO), 20)),
        "assess, ms": min(timed(lambda: assess(document), 20)),
        "assess without searches, ms": min(timed(lambda: assess(document, preview=True), 20)),
        "assess from the shell, s": min(cold) / 1e3,
    }


MEASURE = """async (label) => {
  const path = document.querySelector('path.rust-line');
  const box = document.querySelector(`[aria-label='${label}'] .handle-box`).getBoundingClientRect();
  const x0 = box.x + box.width / 2, y0 = box.y + box.height / 2;
  const handle = document.querySelector(`[aria-label='${label}']`);
  handle.setPointerCapture = () => {};
  const fire = (type, target, x) => target.dispatchEvent(new PointerEvent(type, {bubbles: true, clientX: x, clientY: y0, pointerId: 1, buttons: 1}));
  handle.querySelector('.handle-box').setPointerCapture = () => {};
  fire('pointerdown', handle.querySelector('.handle-box'), x0);
  const times = [];
  for (let i = 1; i <= 60; i++) {
    const before = document.querySelector('path.rust-line').getAttribute('d');
    const begin = performance.now();
    fire('pointermove', window, x0 + (i % 30) * 2 + 1);
    await new Promise((done) => {
      const look = () => document.querySelector('path.rust-line').getAttribute('d') !== before || performance.now() - begin > 2000 ? requestAnimationFrame(() => done()) : setTimeout(look, 1);
      look();
    });
    times.push(performance.now() - begin);
    await new Promise((done) => setTimeout(done, 30));
  }
  fire('pointerup', window, x0 + 30);
  return times;
}"""


def served() -> dict[str, float]:
    """API and drag, against a server of its own."""
    from browser.serving import FLAGS, Server
    from playwright.sync_api import sync_playwright

    server = Server()
    out: dict[str, float] = {}
    try:
        out["start with everything installed, new data folder, s"] = server.start()
        server.stop()
        out["start again, s"] = server.start()
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(server.url)
            page.get_by_label("Name").fill("lindqvist")
            page.get_by_label("Password").fill("skerry-point")
            page.get_by_role("button", name="Sign in").click()
            page.get_by_role("link", name="New review").wait_for()
            page.goto(server.url + "/desk/1")
            page.get_by_role("slider", name="Duration of step 6").wait_for()
            page.wait_for_timeout(800)
            drags = page.evaluate(MEASURE, "Duration of step 6, minutes")[3:]
            call = """async (text) => { const s = await (await fetch('/api/session')).json(); const out = [];
              for (let i = 0; i < 60; i++) { const t = performance.now(); const r = await fetch('/api/assess', {method: 'POST', headers: {'Content-Type': 'application/json', 'X-CSRFToken': s.token}, body: JSON.stringify({text, edits: [], overrides: {}})}); await r.text(); out.push(performance.now() - t); } return out; }"""
            calls = page.evaluate(call, DEMO)[5:]
            browser.close()
        out["drag to redraw, median ms"] = statistics.median(drags)
        out["drag to redraw, p95 ms"] = float(np.quantile(drags, 0.95))
        out["API assess, median ms"] = statistics.median(calls)
        out["API assess, p95 ms"] = float(np.quantile(calls, 0.95))
    finally:
        server.stop()
    return out


def main() -> int:
    """Print a table and, with --json, the figures."""
    figures = {**core(), **engine_against_baseline(), **({} if "--no-server" in sys.argv else served())}
    if "--json" in sys.argv:
        print(json.dumps(figures, indent=1))
        return 0
    commit = subprocess.run(["git", "rev-parse", "--short", "HEAD"], cwd=ROOT, capture_output=True, text=True, check=False).stdout.strip()
    print(f"{date.today().isoformat()}, commit {commit}, {os.cpu_count()} cores, Python {platform.python_version()}")
    for name, value in figures.items():
        print(f"{name:58} {value:10.3g}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
