import { METRICS, type Metric, type MetricKey, type StanceNumbers } from '@/types/generated';
import { hours, number, unit } from './format';

/** A number of a stance as the list of metrics says it is read. */

export function metric(key: MetricKey): Metric {
    return METRICS.find((m) => m.key === key) as Metric;
}

/** In the metric’s unit. */
export function valueOf(m: Metric, numbers: StanceNumbers): number {
    return m.times * numbers[m.key];
}

export function plain(m: Metric, value: number): string {
    return m.unit === 'h' ? hours(value) : number(value, m.decimals);
}

/** With its label and its unit. */
export function say(m: Metric, numbers: StanceNumbers): [string, string] {
    const value = valueOf(m, numbers);
    return [m.label, m.unit === 'h' ? hours(value) : unit(value, m.decimals, m.unit)];
}
