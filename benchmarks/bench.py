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
    """One random semi-batch run of six hours, mild to wild: dosed nitration in a finite ice bath; one in four loses its cooling."""
    n_a, dose = rng.uniform(0.05, 0.5), rng.uniform(600, 7200)
    b = n_a * rng.uniform(0.9, 1.5) / dose
    u = rng.uniform(60, 250)
    lost = dose * rng.uniform(0.2, 0.95) if rng.random() < 0.25 else None
    fed = [0, b, 0, 0, 0, 1.0 / dose]
    still = [0.0] * 6
    parts = [(900.0, still, 278.15, u)]
    if lost is None:
        parts += [(900.0 + dose, fed, 278.15, u), (21600.0, still, 278.15, u)]
    else:
        parts += [(900.0 + lost, fed, 278.15, u), (900.0 + dose, fed, 278.15, 1.0), (21600.0, still, 278.15, 1.0)]
    return {
        "cp": (220.0, 110.0, 260.0, 300.0, 40.0, 140.0), "vm": (125e-6, 42e-6, 140e-6, 150e-6, 0.0, 55e-6),
        "reactions": ((10 ** rng.uniform(-6, -4.3), rng.uniform(5e4, 9e4) / R, 283.15, 2.0, rng.uniform(-2.2e5, -8e4)), (10 ** rng.uniform(-9, -8), 9e4 / R, 283.15, 2.0, -1.4e5), (10 ** rng.uniform(-9, -7), 1.1e5 / R, 353.15, 1.0, -1.5e5)),
        "C_flask": rng.uniform(30, 120), "A_full": rng.uniform(0.02, 0.06), "V_full": 1.1e-3, "T_amb": 293.15, "U_amb": 8.0, "C_bath": 8000.0, "G_bath": 0.3, "T_boil": 393.15, "K_boil": 500.0,
        "start": [n_a, 0, 0, 0, 0, rng.uniform(0.5, 3), rng.uniform(274, 290), 273.15, rng.choice([rng.uniform(0.03, 0.2), rng.uniform(0.5, 2)])],
        "segments": parts,
    }  # fmt: skip


def arrays(p: dict) -> tuple:
    """The problem as the engine takes it: what `rodas.integrate` wants up to the limits."""
    from northsquall.dynamics import kernel as k

    rx = np.zeros((3, k.NREACTION))
    rx[:, [k.A, k.B, k.CAT]] = [[0, 1, -1], [2, 1, -1], [2, -1, -1]]
    rx[:, [k.K, k.EAR, k.TREF, k.TAU, k.DH]] = p["reactions"]
    rx[2, k.GAS] = 1.0
    nu = np.array([[-1.0, -1, 1, 0, 0, 0], [0, -1, -1, 1, 0, 0], [0, 0, -1, 0, 1, 0]])
    v = np.zeros(k.NCONST)
    v[[k.CFLASK, k.AFULL, k.VFULL, k.TAMB, k.UAMB, k.CBATH, k.GBATH, k.KBOIL]] = [
        p[x] for x in ("C_flask", "A_full", "V_full", "T_amb", "U_amb", "C_bath", "G_bath", "K_boil")
    ]
    parts = p["segments"]
    parts = (
        parts if len(parts) == 4 else [*parts[:2], (parts[1][0], *parts[2][1:]), parts[2]]
    )  # as many rows for each member; the third has no time
    segs = np.ones((4, k.SEG_FEED + 6 + 3))
    for i, (t_end, feed, t_feed, u) in enumerate(parts):
        segs[i, [k.TEND, k.TFEED, k.QFEED, k.UPOT, k.MODE, k.TSET, k.POWER, k.KFAC, k.TBOIL, k.TON]] = [
            t_end, t_feed, 0.0, u, k.ICE_BATH, 0.0, 0.0, 1.0, p["T_boil"], 0.0,
        ]  # fmt: skip
        segs[i, k.SEG_FEED : k.SEG_FEED + 6] = feed
    return np.array(p["start"], float), 0.0, segs, nu, rx, np.array(p["cp"]), np.array(p["vm"]), v, 0, np.full(4, 1e4)


ATOL = np.array([1e-8] * 6 + [1e-4, 1e-4, 1e-6])


def engine(made: tuple, outputs: int = 600) -> np.ndarray:
    """One run by the engine, of a problem as `arrays` gives it."""
    from northsquall.dynamics import rodas

    rows, *_ = rodas.integrate(*made, 1e-5, ATOL, np.linspace(0.0, made[2][-1, 0], outputs), 20000)
    return rows


def stacked(problems: list[dict]) -> tuple:
    """The members as an ensemble takes them."""
    parts = [arrays(p) for p in problems]
    return [np.array([x[i] for x in parts]) for i in (0, 2, 4, 5, 7)], parts[0]


def batch(stack: list, shared: tuple, threads: int, outputs: int = 600) -> tuple[np.ndarray, np.ndarray]:
    """All of them as one ensemble."""
    from northsquall.dynamics import ensemble

    grid = np.linspace(0.0, shared[2][-1, 0], outputs)
    return ensemble.integrate_many(
        stack[0], stack[1], shared[3], stack[2], stack[3], shared[6], stack[4], 0, shared[9], 1e-5, ATOL, grid, threads
    )


def runaway(rng: np.random.Generator) -> dict:
    """A run whose product decomposes and that little cools: it climbs by more than 100 K (nothing boils)."""
    p = problem(rng)
    main, side, _ = p["reactions"]
    p["reactions"] = (main, side, (10 ** rng.uniform(-5, -3.3), 1.1e5 / R, 353.15, 1.0, -3.2e5))
    p["segments"] = [(t, feed, tf, rng.uniform(2, 12)) for t, feed, tf, _ in p["segments"]]
    p["T_boil"] = 1e4
    p["start"][6] = rng.uniform(285, 325)
    return p


def oracle_of(p: dict, outputs: int = 600) -> tuple[np.ndarray, np.ndarray] | None:
    """(states, reports) by Radau at 1e-10 on the engine's right-hand side."""
    from northsquall.dynamics import oracle

    found = oracle.integrate(*arrays(p), 1e-10, 1e-12, np.linspace(0.0, p["segments"][-1][0], outputs))
    return None if found is None else (found[0], found[1])


def engine_against_baseline() -> dict[str, float]:
    """The demands of the engine, against the hand-written baseline and against Radau, in one run on one machine."""
    import resource

    import baseline

    from northsquall.dynamics import rodas

    rng = np.random.default_rng(1)
    problems = [problem(rng) for _ in range(25)]
    engine(arrays(problems[0]))
    fast, slow = [], []
    for p in problems:
        made = arrays(p)
        fast.append(min(timed(lambda made=made: engine(made), 5)))
        slow.append(min(timed(lambda p=p: baseline.run(p), 5)))
    thousand = [problem(rng) for _ in range(1000)]
    stack, shared = stacked(thousand)
    batch(*stacked(thousand[:20]), 2)
    times, ones, twos = [], [], []
    for rep in range(5):  # side by side, since this machine changes its speed by the minute
        one, two = (min(timed(lambda n=n: batch(stack, shared, n), 2)) for n in (1, 2))
        whole = statistics.mean(timed(lambda p=p: baseline.run(p), 1)[0] for p in thousand[rep * 40 : rep * 40 + 40]) * 1000
        times.append(one)
        ones.append(whole / one)
        twos.append(whole / two)
    apart, tops, gases = [], [], []
    for p in thousand[:200]:
        rows, stats, _ = rodas.integrate(*arrays(p), 1e-5, ATOL, np.linspace(0.0, p["segments"][-1][0], 600), 20000)
        exact = oracle_of(p)
        assert exact is not None
        apart.append(float(np.max(np.abs(rows[:, 6] - exact[0][:, 6]))))
        tops.append(abs(stats[:, rodas.MTSR_MAX].max() - exact[1][:, rodas.MTSR_MAX].max()))
        gases.append(abs(stats[:, rodas.GAS_MAX].max() / exact[1][:, rodas.GAS_MAX].max() - 1.0))
    flagged = wrong = seen = 0
    while seen < 500:
        p = runaway(rng)
        _, stats, _ = rodas.integrate(*arrays(p), 1e-5, ATOL, np.zeros(0), 20000)
        if not stats[:, rodas.FLAG].any() and stats[:, rodas.PEAK_T].max() < p["start"][6] + 100:
            continue
        seen += 1
        if stats[:, rodas.FLAG].any():
            flagged += 1
            continue
        exact = oracle_of(p, 2)
        assert exact is not None
        i, j = int(np.argmax(stats[:, rodas.PEAK_T])), int(np.argmax(exact[1][:, rodas.PEAK_T]))
        off = abs(stats[i, rodas.PEAK_T] - exact[1][j, rodas.PEAK_T])
        late = abs(stats[i, rodas.PEAK_T_AT] / exact[1][j, rodas.PEAK_T_AT] - 1.0)
        wrong += off > 0.5 or late > 1e-3
    first = "import sys, time; sys.path[:0] = {!r}; t = time.perf_counter(); import bench, numpy as np; p = bench.problem(np.random.default_rng(1)); {}; print(time.perf_counter() - t)"
    cold = {
        name: min(
            float(
                subprocess.run([sys.executable, "-c", first.format(sys.path[:2], call)], capture_output=True, text=True, check=True).stdout
            )
            for _ in range(3)
        )
        for name, call in (("engine", "bench.engine(bench.arrays(p))"), ("baseline", "import baseline; baseline.run(p)"))
    }
    return {
        "one run: engine, median ms": statistics.median(fast),
        "one run: baseline, median ms": statistics.median(slow),
        "one run, times faster (wanted 40)": statistics.median(slow) / statistics.median(fast),
        "1000 runs on one core, s": min(times) / 1e3,
        "1000 runs on one core, times faster (wanted 60)": max(ones),
        "1000 runs on two cores, times faster (wanted 110)": max(twos),
        "p95 of max|dT| against Radau, K (wanted 2e-3)": float(np.quantile(apart, 0.95)),
        "MTSR against Radau, largest, K (wanted 0.01)": max(tops),
        "peak gas against Radau, largest, % (wanted 1)": 100 * max(gases),
        f"of {seen} runaways flagged (wanted 0)": flagged,
        f"of {seen} runaways silently wrong (wanted 0)": wrong,
        "first call in a fresh process, s": cold["engine"],
        "the same of the baseline, times (wanted 2.5 at most)": cold["engine"] / cold["baseline"],
        "peak memory, MB": resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024,
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


MEASURE_LINE = """async () => {
  const handle = document.querySelector("[role=slider][aria-label^='Liquid in absorber']");
  const box = handle.getBoundingClientRect();
  const x0 = box.x + box.width / 2, y0 = box.y + box.height / 2;
  handle.setPointerCapture = () => {};
  const fire = (type, target, y) => target.dispatchEvent(new PointerEvent(type, {bubbles: true, clientX: x0, clientY: y, pointerId: 1, buttons: 1}));
  fire('pointerdown', handle, y0);
  const now = () => document.querySelector("[role=slider][aria-label^='Liquid in absorber']").getAttribute('aria-valuenow');
  const times = [];
  for (let i = 1; i <= 60; i++) {
    const before = now(), begin = performance.now();
    fire('pointermove', window, y0 - (i % 12) * 6 - 6);
    await new Promise((done) => {
      const look = () => now() !== before || performance.now() - begin > 2000 ? requestAnimationFrame(() => done()) : setTimeout(look, 1);
      look();
    });
    times.push(performance.now() - begin);
    await new Promise((done) => setTimeout(done, 30));
  }
  fire('pointerup', window, y0 - 10);
  return times;
}"""
LINE = (
    "Acid chloride, long gas line\n\nFume cupboard, sash down, visor, gloves, second worker. 500 mL three-neck flask, magnetic stirrer, thermometer in the mixture, funnel, "
    "condenser; water bath on a jack. Condenser outlet - empty 500 mL bottle - 200 mL of 10 % (w/w) sodium hydroxide in a 500 mL bottle, tube 2 cm deep - empty 500 mL bottle - "
    "250 mL of 10 % (w/w) sodium hydroxide in a 500 mL bottle, tube 1 cm deep - empty 250 mL bottle - 150 mL of 5 % (w/w) sodium hydroxide in a 250 mL bottle, tube 1 cm deep - "
    "empty 250 mL bottle - funnel mouth-down 5 mm above 300 mL of 10 % (w/w) sodium hydroxide - exhaust, for hydrogen chloride and sulfur dioxide.\n"
    "4-Methylbenzoic acid 13.6 g (0.100 mol) in toluene 50 mL, 60 °C. Thionyl chloride 14.3 g (0.120 mol) over 60 min at 60-65 °C. 60 min at 70 °C until no gas comes for 10 min."
)
"""A line of ten elements."""


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
            page.goto(server.url + "/intake")
            page.get_by_label("Text of the procedure").fill(LINE)
            page.get_by_role("button", name="Hand in for review").click()
            page.wait_for_url("**/desk/*")
            page.goto(page.url.replace("/desk/", "/train/"))
            page.get_by_role("slider", name="Liquid in absorber, mL").wait_for()
            page.wait_for_timeout(800)
            line = page.evaluate(MEASURE_LINE)[3:]
            browser.close()
        out["gas line of ten elements, drag to redraw, median ms"] = statistics.median(line)
        out["gas line of ten elements, drag to redraw, p95 ms"] = float(np.quantile(line, 0.95))
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
