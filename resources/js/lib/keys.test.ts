import { afterEach, describe, expect, it } from 'vitest';
import { isBusy } from './keys';

function press(html: string, key: string): boolean {
    document.body.innerHTML = html;
    const target = document.body.firstElementChild as HTMLElement;
    let busy = false;
    target.addEventListener('keydown', (e) => (busy = isBusy(e)));
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    return busy;
}

afterEach(() => (document.body.innerHTML = ''));

describe('single keys', () => {
    it.each([
        ['<input type="text">', 'j', true],
        ['<input type="range">', 'j', false],
        ['<input type="range">', 'ArrowLeft', true],
        ['<div role="slider" tabindex="0"></div>', 'ArrowRight', true],
        ['<div role="slider" tabindex="0"></div>', 'j', false],
        ['<button>Go</button>', 'Enter', true],
        ['<button>Go</button>', 'j', false],
        ['<select></select>', 'p', true],
        ['<p>text</p>', 'Enter', false],
    ])('%s %s', (html, key, expected) => expect(press(html, key)).toBe(expected));
});
