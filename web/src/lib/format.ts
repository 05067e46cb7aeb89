import type { Figure } from '../api/client';

/** A number with no more figures than it deserves; a true minus sign. */
export function short(x: number): string {
  const text = Math.abs(x) >= 10 || x === 0 ? x.toFixed(0) : String(Number(x.toPrecision(2)));
  return text.replace('-', '−').replace(/^−0$/, '0');
}

/** Two figures from a thousand on. */
function tidy(x: number): number {
  return Math.abs(x) >= 1000 ? Number(x.toPrecision(2)) : x;
}

/** A value and its uncertainty, both to the last place that the uncertainty knows: "75.6 ± 0.5"; four figures where none is told. */
export function valueWith(value: number, uncertainty: number | null | undefined): string {
  if (!uncertainty || uncertainty < 0) return String(Number(value.toPrecision(4))).replace('-', '−');
  const about = Number(uncertainty.toPrecision(1));
  const place = Math.floor(Math.log10(about));
  const shown = (x: number) =>
    place < 0 ? x.toFixed(-place) : String(Math.round(x / 10 ** place) * 10 ** place);
  return `${shown(value).replace('-', '−')} ± ${shown(about)}`;
}

/** Grams as a person says them: two figures, kilograms from a hundred on. */
export function mass(g: number): string {
  return g < 100 ? `${short(g)} g` : `${Number((g / 1000).toPrecision(2))} kg`;
}

export interface FigureWords {
  best: string;
  unit: string;
  band: string;
  open: boolean;
}

/** A figure in the pieces that a screen sets apart. */
export function figureWords(f: Figure): FigureWords {
  if (!f.established || f.best === null) return { best: 'not established', unit: '', band: '', open: true };
  // a pot's temperature deserves whole degrees: its band is wider than that
  // and what is next to nothing beside the best figure is nothing
  const least = 0.005 * Math.abs(f.best);
  const say =
    f.unit === '°C'
      ? (x: number) => short(Math.round(x))
      : (x: number) => short(Math.abs(x) < least ? 0 : tidy(x));
  const low = say(f.low ?? f.best);
  const high = say(f.high ?? f.best);
  if (f.unit === '1') {
    const percent = (x: number) => short(x * 100);
    return {
      best: percent(f.best),
      unit: '%',
      band: `${percent(f.low ?? f.best)} to ${percent(f.high ?? f.best)}`,
      open: false,
    };
  }
  return { best: say(f.best), unit: f.unit, band: low === high ? '' : `${low} to ${high}`, open: false };
}

export function figureText(f: Figure): string {
  const w = figureWords(f);
  return `${w.best}${w.unit ? ' ' + w.unit : ''}${w.band ? ` (${w.band})` : ''}`;
}

/** Minutes as a person says them. */
export function minutes(m: number): string {
  if (m < 0.95) return `${Math.round(m * 60)} s`;
  if (m < 120) return `${short(Math.round(m * 10) / 10)} min`;
  const h = Math.floor(m / 60);
  const rest = Math.round(m - 60 * h);
  return rest ? `${h} h ${rest} min` : `${h} h`;
}

/** A formula with its digits as subscripts, as pieces for markup. */
export function formulaPieces(text: string): { text: string; sub: boolean }[] {
  return text
    .split(/(?<=[A-Za-z)])(\d+)/)
    .map((piece, i) => ({ text: piece, sub: i % 2 === 1 }))
    .filter((p) => p.text);
}

/** An equation as pieces: digits below the line, charges above it. */
export function equationPieces(text: string): { text: string; at: 'line' | 'sub' | 'sup' }[] {
  const out: { text: string; at: 'line' | 'sub' | 'sup' }[] = [];
  for (const word of text.split(/(\s+)/)) {
    const charged = /^(.*?[A-Za-z0-9)\]])([+\-⁺])(\d*)$/.exec(word);
    const body = charged ? (charged[1] ?? '') : word;
    for (const p of formulaPieces(body)) out.push({ text: p.text, at: p.sub ? 'sub' : 'line' });
    if (charged) {
      const sign = charged[2] === '-' ? '−' : '+';
      out.push({ text: `${charged[3] ?? ''}${sign}`, at: 'sup' });
    }
  }
  return out;
}

/** A figure as best ± half, or its range where the two sides differ. */
export function plusMinus(f: Figure): string {
  if (!f.established || f.best === null) return 'not established';
  const low = f.low ?? f.best;
  const high = f.high ?? f.best;
  const half = (high - low) / 2;
  if (half < 0.5) return short(f.best);
  if (Math.abs(f.best - (low + high) / 2) < 0.3 * half)
    return `${short(f.best)} ± ${short(half < 1 ? Number(half.toPrecision(1)) : half)}`;
  return `${short(f.best)} (${short(low)} to ${short(high)})`;
}

/** A formula in plain text with its digits below the line: for SVG and titles. */
export const below = (formula: string): string =>
  formula.replace(/\d+/g, (digits) => [...digits].map((c) => '₀₁₂₃₄₅₆₇₈₉'[Number(c)]).join(''));

/** A sentence: its first letter large, one full stop at its end. */
export function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1).replace(/\.+$/, '')}.`;
}

/** Text on one line, cut between words at `most` characters with an ellipsis. */
export function clipped(text: string, most: number): string {
  const line = text.replace(/\s+/g, ' ').trim();
  if (line.length <= most) return line;
  const cut = line.slice(0, most);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), most / 2))}…`;
}

/** How a heat of reaction was found, in words. */
export const routeWords: Record<string, string> = {
  measured: 'measured',
  hess: 'by Hess',
  increment: 'estimate',
  class: 'class range',
  none: 'none',
};
