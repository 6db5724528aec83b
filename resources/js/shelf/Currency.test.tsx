import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { router } from '@inertiajs/react';
import { Currency } from './Currency';

describe('the currency of the shelf', () => {
    afterEach(cleanup);
    it('is kept when it was changed, without spaces round it', () => {
        const put = vi.spyOn(router, 'put').mockImplementation(() => undefined);
        render(<Currency stored="EUR" />);
        expect(screen.queryByRole('button')).toBeNull();
        fireEvent.change(screen.getByLabelText('Currency'), { target: { value: ' DKK ' } });
        fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
        expect(put.mock.calls[0]?.slice(0, 2)).toEqual(['/shelf/currency', { currency: 'DKK' }]);
    });
    it('says why a currency is none', () => {
        vi.spyOn(router, 'put').mockImplementation((_url, _data, options) => {
            options?.onError?.({ currency: 'A currency is a sign such as € or up to four letters such as EUR.' });
        });
        render(<Currency stored="EUR" />);
        fireEvent.change(screen.getByLabelText('Currency'), { target: { value: 'kroner' } });
        fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
        expect(screen.getByRole('alert').textContent).toContain('up to four letters');
    });
});
