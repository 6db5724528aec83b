import type { Station } from '@/components/RouteCard';
import { hours, mm, number, unit } from '@/lib/format';
import type { Workbench } from '@/types/generated';

/** What the specimen tag says. */
export function tagLines(bench: Workbench): string[] {
    if (!bench.mesh) return [bench.fileName];
    return [
        bench.fileName,
        `${number(bench.mesh.triangles)} facets · ${mm(Math.max(...bench.mesh.sizeMm))} · ${bench.mesh.watertight ? 'watertight' : 'not closed'}`,
    ];
}

/** The stations that exist, each with its headline figure and whether it is the next to decide. */
export function routeStations(
    bench: Workbench,
    count: number,
    taken: { lean: string; seenScarMm2: number; seenStepUm: number } | null,
    stance: { hours: number } | null,
): Station[] {
    const { choice, mesh } = bench;
    return [
        {
            key: 'look',
            name: 'Look',
            figure: mesh ? (mesh.notices.length === 0 ? 'sound' : `${mesh.notices.length} noticed`) : '',
            state: mesh ? (mesh.watertight ? 'done' : 'open') : 'open',
        },
        {
            key: 'stand',
            name: 'Stand',
            figure: count > 0 ? `${count} stances` : '',
            state: bench.stanceId === null ? 'next' : 'done',
            detail: taken
                ? `${taken.lean}; scar ${unit(taken.seenScarMm2, 0, 'mm²')}, steps ${unit(taken.seenStepUm, 0, 'µm')}`
                : undefined,
        },
        {
            key: 'layers',
            name: 'Layers',
            figure: choice ? unit(choice.layerMm, 2, 'mm') : '',
            state: bench.stanceId === null ? 'shut' : choice ? 'done' : 'next',
        },
        {
            key: 'sheet',
            name: 'Sheet',
            figure: choice ? hours(choice.hours) : stance && bench.stanceId !== null ? 'open' : '',
            state: bench.stanceId === null ? 'shut' : choice ? 'next' : 'open',
        },
    ];
}
