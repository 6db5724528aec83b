import type { ComponentProps } from 'react';
import { mm, number, unit } from '@/lib/format';
import type { MarkList, MeshFacts, Sightline } from '@/types/generated';
import { Marked } from './Marked';
import { Recipe } from './Recipe';
import { Thin } from './Thin';
import { Repairs } from './Repairs';
import type { Axis } from './display';
import { Viewers, type Draft } from './Viewers';

type Props = {
    mesh: MeshFacts;
    scale: number;
    shownUp: number[];
    sight: Sightline;
    draft: Draft;
    onDraft: (draft: Draft) => void;
    onShownUp: (axis: Axis) => void;
    onApplyViewers: () => void;
    mirror: string | null;
    previewed: string | null;
    onRecipe: (recipe: { scale?: number; mirror?: string | null; repairs?: string[] }) => void;
    onPreview: (facets: string | null) => void;
    onSplit: (by: 'parts' | 'shells') => void;
    marks: MarkList;
    onMarks: () => void;
    onRank: () => void;
    onFile: (file: File) => Promise<string>;
    thin: ComponentProps<typeof Thin>;
};

/** The Look station: is the mesh sound, how big is it, and from where will people look? */
export function LookEvidence({
    mesh,
    scale,
    shownUp,
    sight,
    draft,
    onDraft,
    onShownUp,
    onApplyViewers,
    mirror,
    previewed,
    onRecipe,
    onPreview,
    onSplit,
    marks,
    onMarks,
    onRank,
    onFile,
    thin,
}: Props) {
    const faults: [string, number][] = [
        ['Edges at a hole', mesh.boundaryEdges],
        ['Edges of three or more facets', mesh.nonManifoldEdges],
        ['Edges with a flipped neighbour', mesh.flippedEdges],
        ['Facets without area', mesh.degenerateFacets],
        ['Doubled facets', mesh.duplicateFacets],
    ];
    return (
        <div className="h-full space-y-4 overflow-y-auto px-4 pt-3 pb-4">
            <div>
                <h2 className="text-[20px] leading-tight">{mesh.watertight ? 'A sound solid' : 'Not a closed solid'}</h2>
                <p className="mt-1 font-serif text-[16px] leading-snug">
                    <strong>{number(mesh.triangles)}</strong> facets in {mesh.shells === 1 ? 'one shell' : `${mesh.shells} shells`},{' '}
                    <strong>{mesh.sizeMm.map((s) => number(s, s < 20 ? 1 : 0)).join(' × ')}</strong> mm
                    {mesh.watertight ? (
                        <>
                            , holding <strong>{unit(mesh.volumeCm3, 1, 'cm³')}</strong>.
                        </>
                    ) : (
                        '. Volume, centre of mass and grams are estimates until it is closed; steps and overhangs are right all the same.'
                    )}
                </p>
            </div>
            {mesh.notices.length > 0 && (
                <ul className="space-y-1.5 border-l-2 border-warning pl-3 text-[13px]" aria-label="Noticed about the file">
                    {mesh.notices.map((n) => (
                        <li key={n.code}>
                            {n.message}
                            {n.code === 'unit' && mesh.unitScale !== null && (
                                <button
                                    type="button"
                                    className="btn btn-xs mt-1 block"
                                    onClick={() => onRecipe({ scale: scale * (mesh.unitScale ?? 1) })}
                                >
                                    It was drawn in {mesh.unitName}: take it × {mesh.unitScale}
                                </button>
                            )}
                        </li>
                    ))}
                </ul>
            )}
            {mesh.offers.length > 0 && (
                <Repairs offers={mesh.offers} previewed={previewed} onPreview={onPreview} onApply={(repairs) => onRecipe({ repairs })} />
            )}
            <Viewers
                sight={sight}
                areaCm2={mesh.areaCm2}
                shownUp={shownUp}
                draft={draft}
                onDraft={onDraft}
                onShownUp={onShownUp}
                onApply={onApplyViewers}
            />
            <Thin {...thin} />
            <Marked marks={marks} onMarks={onMarks} onRank={onRank} />
            <Recipe
                onFile={onFile}
                scale={scale}
                mirror={mirror}
                longestMm={Math.max(...mesh.sizeMm)}
                shells={mesh.shells}
                parts={mesh.parts}
                onRecipe={onRecipe}
                onSplit={onSplit}
            />
            <table className="w-full text-[13px]">
                <tbody>
                    {faults.map(([label, count]) => (
                        <tr key={label} className="rule-t">
                            <th scope="row" className="py-1 text-left font-normal">
                                {label}
                            </th>
                            <td className={`py-1 text-right ${count > 0 ? 'font-semibold text-error' : 'text-soft'}`}>
                                {count === 0 ? 'none' : number(count)}
                            </td>
                        </tr>
                    ))}
                    <tr className="rule-t">
                        <th scope="row" className="py-1 text-left font-normal">
                            Surface
                        </th>
                        <td className="py-1 text-right">{unit(mesh.areaCm2, 1, 'cm²')}</td>
                    </tr>
                    <tr className="rule-t">
                        <th scope="row" className="py-1 text-left font-normal">
                            Longest side
                        </th>
                        <td className="py-1 text-right">{mm(Math.max(...mesh.sizeMm))}</td>
                    </tr>
                </tbody>
            </table>
        </div>
    );
}
