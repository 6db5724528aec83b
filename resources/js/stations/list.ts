import type { Bench } from '@/bench/useBench';
import { useHold } from './hold/station';
import { useIron } from './iron/station';
import { useLayers } from './layers/station';
import { useLook } from './look/station';
import { useSeamStation } from './seam/station';
import { useSheet } from './sheet/station';
import { useStand } from './stand/station';
import type { StationView } from './station';

/** The stations, in any order: the route says which there are. A new one is a folder and a line here. */
export function useStations(bench: Bench): StationView[] {
    return [useLook(bench), useStand(bench), useHold(bench), useLayers(bench), useSeamStation(bench), useIron(bench), useSheet(bench)];
}
