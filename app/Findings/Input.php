<?php

declare(strict_types=1);

namespace App\Findings;

/** Everything a finding may rest on. A subject holds a value for each; a kind names those it reads. */
enum Input: string
{
    /** {sha256, ending} */
    case File = 'file';

    /** {scale, mirror, repairs}: what is done to the mesh before anything is measured */
    case Recipe = 'recipe';

    /** {up, front, mode, spread_deg, eye_deg} */
    case Display = 'display';

    /** content hash of what is painted, '' for nothing (Values) */
    case Marks = 'marks';

    /** {layer_mm, limit_deg} */
    case Rules = 'rules';

    /** how many directions are searched, and how many finalists proven */
    case Search = 'search';

    /** {n, of}: which share of the directions, when they are divided among the workers */
    case Part = 'part';

    /** {up, lift_mm} */
    case Stance = 'stance';

    /** HoldDecision::heldIn: where supports may stand and how near they come, places printed without or held in a way of their own, contacts taken away and set by hand (plate frame of the stance) */
    case Held = 'held';

    /** {style, clearance_mm, others}: the other pieces on one plate with this one, as subjects, and how all of them are held */
    case Plate = 'plate';

    /** degrees from the vertical that a relief is to print at */
    case ReliefAngle = 'relief_angle';

    /** criterion → weight */
    case Weights = 'weights';

    /** {bore_mm, line_mm} */
    case Nozzle = 'nozzle';

    /** mm the printer's Z moves in */
    case ZStep = 'z_step';

    /** {x_mm, y_mm, z_mm} */
    case Bed = 'bed';

    /** {layer_mm, runs}: heights of the layers from the plate as [mm, how many] in a row; without runs all are layer_mm high */
    case Heights = 'heights';

    /** {spacing_mm, mm_per_s, flow, inset_mm}: how flat tops are ironed */
    case Ironing = 'ironing';

    /** Tone as its parts: what is done to a photo's tones */
    case Tone = 'tone';

    /** {crop, quarters}: which part of a photo is seen, and which way up */
    case Frame = 'frame';

    /** mm that the picture of a relief is wide, along its back */
    case Picture = 'picture';

    /** {model, p, min_mm, max_mm, spread}: how the filament dims, the limits of thickness, and how far light spreads inside it */
    case Light = 'light';

    /** {shape, width_mm, frame_mm, arc_deg, opening_mm, resolution_mm, path, hole_mm, foot_mm, around} */
    case Body = 'body';

    /** {layer_mm}: how a lithophane is printed */
    case Upright = 'upright';

    /** {density_g_per_cm3} */
    case Filament = 'filament';
}
