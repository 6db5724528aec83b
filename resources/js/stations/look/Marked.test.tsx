import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { markList } from '@/test/samples';
import { Marked } from './Marked';
import { Recipe } from './Recipe';

afterEach(cleanup);

describe('marks at the Look station', () => {
    it('says what marks are for while there are none', () => {
        const onMarks = vi.fn();
        render(<Marked marks={markList()} onMarks={onMarks} onRank={vi.fn()} />);
        expect(screen.getByText(/What must show or may hide/)).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: /Mark faces/ }));
        expect(onMarks).toHaveBeenCalledOnce();
    });
    it('lists the kinds in use with their area, and what was set aside', () => {
        const used = markList({ facets: 20, isRanked: false, setAside: '2 marked facets are set aside.' });
        used.kinds = used.kinds.map((k) => ({ ...k, areaMm2: k.key === 'hide' ? 1590 : 0 }));
        const onRank = vi.fn();
        render(<Marked marks={used} onMarks={vi.fn()} onRank={onRank} />);
        expect(screen.getAllByRole('listitem')).toHaveLength(1);
        expect(screen.getByRole('listitem').textContent).toMatch(/hide15.9.cm²/);
        expect(screen.getByText('2 marked facets are set aside.')).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'Rank anew' }));
        expect(onRank).toHaveBeenCalledOnce();
    });
});

describe('another version of the file', () => {
    const open = (onFile: (file: File) => Promise<string>): HTMLInputElement => {
        render(
            <Recipe scale={1} mirror={null} longestMm={100} shells={1} parts={[]} onRecipe={vi.fn()} onSplit={vi.fn()} onFile={onFile} />,
        );
        fireEvent.click(screen.getByRole('button', { name: /Size and parts/ }));
        return screen.getByLabelText(/another version/) as HTMLInputElement;
    };
    it('says what came of it', async () => {
        const input = open(async (file) => `${file.name} is the same file.`);
        fireEvent.change(input, { target: { files: [new File(['x'], 'pod.ply')] } });
        expect(screen.getByRole('status').textContent).toBe('On its way…');
        await waitFor(() => expect(screen.getByRole('status').textContent).toBe('pod.ply is the same file.'));
    });
    it('says why it was refused', async () => {
        const input = open(async () => Promise.reject(new Error('The file ends at byte 300. The file before it stays.')));
        fireEvent.change(input, { target: { files: [new File(['x'], 'half.stl')] } });
        await waitFor(() => expect(screen.getByRole('status').textContent).toContain('The file before it stays.'));
    });
});
