import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { figure, open } from '../testing/documents.test.fixtures';
import FigureLine from './FigureLine.svelte';

const base = {
  key: 'peak',
  label: 'Peak pot temperature',
  against: 'limit 15 °C',
  over: true,
  colour: 'heat',
  open: true,
};

describe('a figure that governs', () => {
  it('says in words that it is over, with its band and unit', () => {
    render(FigureLine, { ...base, value: figure(40, '°C', 26, 58), ontoggle: vi.fn(), onreplace: vi.fn() });
    expect(screen.getByText('26 to 58')).toBeTruthy();
    expect(screen.getByText(/Over: limit 15 °C/)).toBeTruthy();
  });

  it('opens its working: expression, inputs with their origin, sources', () => {
    const ontoggle = vi.fn();
    render(FigureLine, { ...base, value: figure(40), ontoggle, onreplace: vi.fn() });
    expect(screen.getByText('q = UA (T_limit − T_bath)')).toBeTruthy();
    expect(screen.getByText(/assumed, handbook 2.4/)).toBeTruthy();
    expect(screen.getByText('written')).toBeTruthy();
    screen.getByRole('button', { name: /Close/ }).click();
    expect(ontoggle).toHaveBeenCalled();
  });

  it('replaces an assumption, with a decimal comma too, and refuses what is no number', async () => {
    const onreplace = vi.fn();
    render(FigureLine, { ...base, value: figure(40), ontoggle: vi.fn(), onreplace });
    const replace = () => fireEvent.click(screen.getByRole('button', { name: /replace/ }));
    await replace();
    await fireEvent.input(screen.getByLabelText(/New value of U/), { target: { value: '87,5' } });
    await fireEvent.submit(screen.getByLabelText(/New value of U/).closest('form')!);
    expect(onreplace).toHaveBeenCalledWith('assumptions.U_stirred_W_m2K', 87.5);
    await replace();
    await fireEvent.input(screen.getByLabelText(/New value of U/), { target: { value: 'plenty' } });
    await fireEvent.submit(screen.getByLabelText(/New value of U/).closest('form')!);
    expect(onreplace).toHaveBeenCalledTimes(1);
  });

  it('gives the reason for what is not established', () => {
    render(FigureLine, {
      ...base,
      over: false,
      value: open('°C', 'no calorimetry'),
      ontoggle: vi.fn(),
      onreplace: vi.fn(),
    });
    expect(screen.getByText('not established')).toBeTruthy();
    expect(screen.getByText('No calorimetry.')).toBeTruthy();
  });
});
