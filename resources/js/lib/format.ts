/** Numbers as people read them: thin spaces before units, no more digits than mean something. */

const THIN = '\u202F';

export function number(value: number, decimals = 0): string {
    const text = value.toLocaleString('en-US', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
    return text.replace(/^-(?=0(\.0*)?$)/, '').replace('-', '−');
}

export function unit(value: number, decimals: number, name: string): string {
    return name === '' ? number(value, decimals) : `${number(value, decimals)}${THIN}${name}`;
}

/** “7 h 40”, “25 min”. */
export function hours(value: number): string {
    const minutes = Math.round(value * 60);
    if (minutes < 60) return `${minutes}${THIN}min`;
    return `${Math.floor(minutes / 60)}${THIN}h${THIN}${String(minutes % 60).padStart(2, '0')}`;
}

export function signed(value: number, decimals: number): string {
    const text = number(Math.abs(value), decimals);
    if (Number(text.replace(/,/g, '')) === 0) return '=';
    return (value > 0 ? '+' : '−') + text;
}

export function bytes(value: number): string {
    return value >= 1e6 ? `${number(value / 1e6, 1)}${THIN}MB` : `${number(Math.max(1, value / 1e3))}${THIN}kB`;
}

/** A length with as many digits as it deserves. */
export function mm(value: number): string {
    return unit(value, value < 1 ? 3 : value < 20 ? 1 : 0, 'mm');
}

/** An area in mm², in cm² from there on where nobody counts millimetres. */
export function area(mm2: number): string {
    return mm2 < 1000 ? unit(mm2, mm2 < 10 ? 1 : 0, 'mm²') : unit(mm2 / 100, 1, 'cm²');
}

/** “1 thing”, “2 things”. */
export function counted(n: number, what: string): string {
    return `${number(n)} ${what}${n === 1 ? '' : 's'}`;
}
