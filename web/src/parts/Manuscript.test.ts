import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import { assessment, TEXT } from '../testing/documents.test.fixtures';
import Manuscript from './Manuscript.svelte';

function show(changes = {}, props = {}) {
  const onchange = vi.fn();
  const view = render(Manuscript, {
    text: TEXT,
    assessment: assessment(changes),
    step: 2,
    editable: true,
    onchange,
    ...props,
  });
  return { onchange, ...view };
}

describe('the manuscript', () => {
  it('gives every word of the text back, marked or not', () => {
    const { container } = show({ findings: [] });
    const said = [...container.querySelectorAll('p')].map((p) => p.textContent).join('\n\n');
    expect(said).toBe(TEXT);
  });

  it('marks what was not read, with the reason', () => {
    show();
    const unread = screen.getByText('30 cm');
    expect(unread.className).toContain('unread');
    expect(unread.getAttribute('title')).toContain('no rule could place');
  });

  it('sets a finding under the paragraph whose words cause it, with a word for its severity', () => {
    show();
    expect(screen.getByText('Stop.')).toBeTruthy();
    expect(screen.getByText(/Passes 15 °C 1.3 min into the step/)).toBeTruthy();
  });

  it('spells out what is not established', () => {
    const f = assessment().findings[0]!;
    show({ findings: [{ ...f, established: false, severity: 'condition' }] });
    expect(screen.getByText('Not established.')).toBeTruthy();
    expect(screen.queryByText('Stop.')).toBeNull();
  });

  it('changes a quantity in place by Enter, and leaves it by Escape', async () => {
    const { onchange } = show();
    const quantity = screen.getByRole('button', { name: '10 min' });
    await fireEvent.keyDown(quantity, { key: 'Enter' });
    let field = screen.getByLabelText('New words');
    await fireEvent.input(field, { target: { value: '60 min' } });
    await fireEvent.keyDown(field, { key: 'Enter' });
    const at = TEXT.indexOf('10 min');
    expect(onchange).toHaveBeenCalledWith(at, at + 6, '60 min');

    await fireEvent.click(screen.getByRole('button', { name: '15 °C' }));
    field = screen.getByLabelText('New words');
    await fireEvent.input(field, { target: { value: '99 °C' } });
    await fireEvent.keyDown(field, { key: 'Escape' });
    expect(onchange).toHaveBeenCalledTimes(1);
  });

  it('asks for nothing where the words did not change', async () => {
    const { onchange } = show();
    await fireEvent.click(screen.getByRole('button', { name: '10 min' }));
    await fireEvent.keyDown(screen.getByLabelText('New words'), { key: 'Enter' });
    expect(onchange).not.toHaveBeenCalled();
  });

  it('keeps the author’s words readable beside the new ones', () => {
    const at = TEXT.indexOf('10 min');
    const { container } = show({
      edits: [{ span: [at, at + 6], was: '5 min', by: 'A', at: '2026', why: '' }],
    });
    expect(container.querySelector('del')?.textContent).toBe('5 min');
  });

  it('offers no change to who may only read', () => {
    show({}, { editable: false });
    expect(screen.queryByRole('button', { name: '10 min' })).toBeNull();
    expect(screen.getByText('10 min')).toBeTruthy();
  });
});
