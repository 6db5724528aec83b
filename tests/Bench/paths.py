#!/usr/bin/python3
"""Lengths of walls, skins and infill of a binary STL that stands as it lies in the file, added up layer by layer with polygon offsets by shapely
(Debian: python3-numpy python3-shapely): the outside values of tests/Core/Motion/PathsTest.php. Nothing of core/ computes here.

    paths.py FILE.stl [layer [line]]        prints walls, skins, infill (mm³), grams and hours at the speeds of PrintProfile

Walls at w/2 + k·s inside the section, s = w − t(1 − π/4); the interior begins at w/2 + 2.5·s; skin is what four layers above or below do not
cover of it; infill is 12 % of the rest. Hours: lengths over 50, 60, 90 mm/s, 12 % travel, 2 s a layer."""
import json, sys
import numpy as np
from shapely.geometry import Polygon
from shapely.ops import unary_union

path, t, w = sys.argv[1], float((sys.argv + ['', '0.2'])[2] or .2) if len(sys.argv) > 2 else .2, float(sys.argv[3]) if len(sys.argv) > 3 else .45
raw = open(path, 'rb').read()
tri = np.frombuffer(raw, np.dtype([('n', '<f4', 3), ('v', '<f4', (3, 3)), ('s', '<u2')]), offset=84)['v'].astype(float)
tri[:, :, 2] -= tri[:, :, 2].min()
top = tri[:, :, 2].max()
count = int(np.ceil(top / t - 1e-6))


def section(z):
    """closed outlines at a height, by even and odd"""
    up = tri[:, :, 2] > z
    ahead, ends = {}, {}
    for f in np.nonzero(up.any(1) & ~up.all(1))[0]:
        cut = []
        for i in range(3):
            a, b = tri[f, i], tri[f, (i + 1) % 3]
            if (a[2] > z) != (b[2] > z):
                lo, hi = (a, b) if tuple(a) < tuple(b) else (b, a)  # the same point from both facets
                p = lo + (z - lo[2]) / (hi[2] - lo[2]) * (hi - lo)
                cut.append((tuple(lo) + tuple(hi), p[:2], a[2] > z))
        (first,), (last,) = [c for c in cut if c[2]], [c for c in cut if not c[2]]
        ahead[first[0]] = last[0]
        ends[first[0]] = first[1]
    rings = []
    while ahead:
        at = next(iter(ahead))
        ring = []
        while at in ahead:
            ring.append(ends[at])
            at = ahead.pop(at)
        if len(ring) > 2:
            rings.append(ring)
    whole = Polygon()
    for ring in sorted(rings, key=lambda r: -abs(Polygon(r).area)):
        whole = whole.symmetric_difference(Polygon(ring).buffer(0))
    return whole.simplify(.002)


S = [section((i + .5) * t) for i in range(count)]
s = w - t * (1 - np.pi / 4)
walls = skins = rest = 0.
for i in range(count):
    walls += sum(S[i].buffer(-(w / 2 + k * s)).length for k in range(3))
    inside = S[i].buffer(-(w / 2 + 2.5 * s))
    covered = inside if 4 <= i < count - 4 else Polygon()
    for k in (1, 2, 3, 4):
        if covered.is_empty: break
        covered = covered.intersection(S[i + k]).intersection(S[i - k])
    skins += (inside.area - covered.area) / s
    rest += .12 * covered.area / s
bead = s * t
hours = ((walls / 50 + skins / 60 + rest / 90) * 1.12 + 2 * count) / 3600
print(json.dumps(dict(walls_mm3=round(walls * bead, 2), skins_mm3=round(skins * bead, 2), infill_mm3=round(rest * bead, 2), grams=round((walls + skins + rest) * bead * 1.24 / 1000, 4), hours=round(hours, 5), layers=count)))
