export type Theme = 'reed' | 'tide';

export function currentTheme(): Theme {
    return document.documentElement.dataset.theme === 'tide' ? 'tide' : 'reed';
}

export function switchTheme(): void {
    const next: Theme = currentTheme() === 'reed' ? 'tide' : 'reed';
    document.documentElement.dataset.theme = next;
    localStorage.setItem('wrenlo-theme', next);
    window.dispatchEvent(new Event('wrenlo-theme'));
}

/** A colour of the theme in force, by the name of its custom property. */
export function colour(name: string): string {
    return getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#888888';
}
