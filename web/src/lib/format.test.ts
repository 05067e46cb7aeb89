import { describe, expect, it } from 'vitest';
import { figureText, figureWords, formulaPieces, mass, minutes, short, sentence, valueWith } from './format';

const figure = (low: number, best: number, high: number, unit = '°C') => ({
  low,
  best,
  high,
  unit,
  established: true,
});

describe('numbers', () => {
  it('carry no more figures than they deserve and a true minus', () => {
    expect([short(39.81), short(7.69), short(-8), short(0.2497), short(-0.02), short(0)]).toEqual([
      '40',
      '7.7',
      '−8',
      '0.25',
      '−0.02',
      '0',
    ]);
  });
  it('end at the last place that their uncertainty knows', () => {
    expect([
      valueWith(75.62, 0.51),
      valueWith(-48.37, 3.2),
      valueWith(1234, 51),
      valueWith(0.8768, 0.0021),
      valueWith(78.114, null),
    ]).toEqual(['75.6 ± 0.5', '−48 ± 3', '1230 ± 50', '0.877 ± 0.002', '78.11']);
  });
  it('weigh in kilograms from a hundred grams on, with two figures', () => {
    expect([mass(281), mass(99), mass(1499), mass(0)]).toEqual(['0.28 kg', '99 g', '1.5 kg', '0 g']);
  });
  it('always show the unit, and the band where there is one', () => {
    expect(figureText(figure(25.5, 39.8, 58.3))).toBe('40 °C (26 to 58)');
    expect(figureText(figure(1, 1, 1, 'mol'))).toBe('1 mol');
    expect(figureText(figure(-4.3, -0.94, 4.6))).toBe('−1 °C (−4 to 5)');
    expect(figureText(figure(0.05, 0.1, 0.2, '1'))).toBe('10 % (5 to 20)');
    expect(figureText(figure(0.0022, 7155, 10309, 'W'))).toBe('7200 W (0 to 10000)');
  });
  it('spell out what is not established, never zero', () => {
    const open = { low: null, best: null, high: null, unit: 'kJ', established: false, reason: 'no amount' };
    expect(figureText(open)).toBe('not established');
    expect(figureWords(open).open).toBe(true);
  });
  it('say times as people do', () => {
    expect([minutes(0.5), minutes(15), minutes(150), minutes(720)]).toEqual([
      '30 s',
      '15 min',
      '2 h 30 min',
      '12 h',
    ]);
  });
  it('set digits of a formula apart', () => {
    expect(
      formulaPieces('C8H7NO4')
        .filter((p) => p.sub)
        .map((p) => p.text),
    ).toEqual(['8', '7', '4']);
  });
  it('make a sentence with one full stop', () => {
    expect(['the reason', 'The reason.', 'x is missing..', ''].map(sentence)).toEqual([
      'The reason.',
      'The reason.',
      'X is missing.',
      '.',
    ]);
  });
});
