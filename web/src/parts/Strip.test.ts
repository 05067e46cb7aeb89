import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { assessment } from '../testing/documents.test.fixtures';
import Strip from './Strip.svelte';

function show(changes = {}, props = {}) {
  const calls = { onstep: vi.fn(), oncursor: vi.fn(), ondose: vi.fn(), onbath: vi.fn(), onlimit: vi.fn() };
  const a = assessment(changes);
  const view = render(Strip, {
    shown: a,
    written: a,
    trial: false,
    step: 2,
    cursor: null,
    editable: true,
    ...calls,
    ...props,
  });
  return { ...calls, ...view, a };
}

describe('the strip', () => {
  it('draws pot, bath, MTSR and a hatched band over the limit', () => {
    const { container } = show();
    expect(container.querySelectorAll('path.rust-line').length).toBe(2);
    expect(container.querySelector('path.ghost')).not.toBeNull();
    expect(container.querySelectorAll('rect[fill="url(#forbidden)"]').length).toBe(1);
    expect(container.textContent).toContain('pot 40 °C, peak');
    expect(container.textContent).toContain('MTSR 44 °C if cooling stops');
  });

  it('says of which gas no rate is established, and draws no lane of nothing', () => {
    const open = { best: null, low: null, high: null, unit: 'L/min', established: false };
    const gas = { formula: 'NO2', steps: [2], mol: open, litres_25C_1atm: open, peak_L_per_min: open };
    const lane = { formula: 'CO2', t_min: [1000, 1001], L_per_min: [2, 2] };
    const { container } = show({ gases: [gas], gas_lanes: [lane] });
    expect(container.textContent).toContain('NO₂: rate not established');
    expect(container.textContent).toContain('CO₂ after what is drawn');
    expect(container.querySelector('path.violet-line')).toBeNull();
  });

  it('lists beside the ruler a step that begins at its very end, and draws none over its edge', () => {
    const { a } = show();
    const end = a.strip.t_min!.at(-1)!;
    const last = { ...a.steps.at(-1)!, n: 9, kind: 'filter', start_min: 0.98 * end, end_min: end + 20 };
    const long = { ...last, n: 8, kind: 'hold', start_min: 0.6 * end };
    const { container } = show({ steps: [...a.steps, long, last] });
    const texts = [...container.querySelectorAll('text')].map((x) => x.textContent);
    expect(texts).toContain('9 filter');
    const edges = [...container.querySelectorAll('rect.box')].map(
      (x) => Number(x.getAttribute('x')) + Number(x.getAttribute('width')),
    );
    expect(Math.max(...edges)).toBeLessThanOrEqual(600 - 108 + 1);
  });

  it('draws nothing and says why where a figure is missing', () => {
    const { container } = show({
      strip: { missing: 'no time is written for the addition, so no curve is drawn' },
    });
    expect(container.querySelector('path')).toBeNull();
    expect(screen.getByText('No curve is drawn')).toBeTruthy();
    expect(screen.getByText(/No time is written for the addition/)).toBeTruthy();
  });

  it('lets the keys move the dose by one, five and ten minutes, counting on from the last press', async () => {
    const { ondose } = show();
    const slider = screen.getByRole('slider', { name: 'Duration of step 2, minutes' });
    await fireEvent.keyDown(slider, { key: 'ArrowRight' });
    expect(ondose).toHaveBeenLastCalledWith(2, 11, true);
    await fireEvent.keyDown(slider, { key: 'ArrowLeft', shiftKey: true });
    expect(ondose).toHaveBeenLastCalledWith(2, 6, true);
    await fireEvent.keyDown(slider, { key: 'PageUp' });
    expect(ondose).toHaveBeenLastCalledWith(2, 16, true);
    await fireEvent.keyDown(slider, { key: 'x' });
    expect(ondose).toHaveBeenCalledTimes(3);
  });

  it('lets the keys move the bath within its range', async () => {
    const { onbath } = show();
    const slider = screen.getByRole('slider', { name: 'Bath temperature, °C' });
    await fireEvent.keyDown(slider, { key: 'ArrowDown' });
    expect(onbath).toHaveBeenLastCalledWith(2, -1, true);
    expect(slider.getAttribute('aria-valuetext')).toBe('0 degrees Celsius');
  });

  it('lets the keys move the limit by a degree', async () => {
    const { onlimit } = show();
    const slider = screen.getByRole('slider', { name: 'Limit of step 2, °C' });
    await fireEvent.keyDown(slider, { key: 'ArrowDown' });
    expect(onlimit).toHaveBeenLastCalledWith(2, 14, true);
    expect(slider.getAttribute('aria-valuetext')).toBe('15 degrees Celsius');
  });

  it('moves nothing for who may only read', async () => {
    const { ondose, onbath } = show({}, { editable: false });
    await fireEvent.keyDown(screen.getByRole('slider', { name: /Duration/ }), { key: 'ArrowRight' });
    await fireEvent.keyDown(screen.getByRole('slider', { name: /Bath/ }), { key: 'ArrowUp' });
    await fireEvent.pointerDown(screen.getByRole('slider', { name: /Duration/ }));
    expect(ondose).not.toHaveBeenCalled();
    expect(onbath).not.toHaveBeenCalled();
  });

  it('keeps the curve as written beside a trial', () => {
    const { container } = show({}, { trial: true });
    expect(container.querySelectorAll('path.asWritten').length).toBe(2);
  });

  it('has a table form with units in its heads', async () => {
    show();
    await fireEvent.click(screen.getByRole('button', { name: 'Values as a table' }));
    const heads = screen.getAllByRole('columnheader').map((h) => h.textContent);
    expect(heads).toEqual([
      'min',
      'pot °C',
      'band °C',
      'bath °C',
      'MTSR °C',
      'made W',
      'unreacted %',
      'level mL',
    ]);
    expect(screen.getAllByRole('row').length).toBe(14);
  });

  it('names findings under the ruler, two and a count', () => {
    const f = assessment().findings[0]!;
    const { container } = show({ findings: [f, { ...f, code: 'H05' }, { ...f, code: 'H06' }] });
    expect(container.textContent).toContain('H02 H05 +1');
  });
});
