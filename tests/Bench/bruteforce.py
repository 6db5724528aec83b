"""The sums of StanceSums over every facet for every direction, in numpy, one direction at a time. Prints milliseconds."""
import struct
import sys
import time

import numpy as np

data = open(sys.argv[1], "rb").read()
at = 0


def take(each=1):
    global at
    count = struct.unpack_from("<I", data, at)[0] * each
    out = np.frombuffer(data, "<f8", count, at + 4).copy()
    at += 4 + 8 * count
    return out


nx, ny, nz, area, cx, cy, cz, seen, hx, hy, hz = (take() for _ in range(11))
directions = take(3).reshape(-1, 3)
normals, centres, hull = np.stack([nx, ny, nz], 1), np.stack([cx, cy, cz], 1), np.stack([hx, hy, hz], 1)
overhang, flat, broad = -np.sin(np.pi / 4), np.cos(np.radians(0.5)), 0.4 / np.hypot(0.2, 0.4)

start = time.perf_counter()
check = 0.0
for up in directions:
    lowest = (hull @ up).min()
    c = normals @ up
    m = np.abs(c)
    over = c < overhang
    h = centres[over] @ up
    a = area[over]
    support = -(a * c[over]) @ (h - lowest)
    seen_over = seen[over][h > lowest + 0.005].sum()
    level = m > flat
    flat_up = area[level & (c > 0)].sum()
    rest = ~level
    mr, ar, vr = m[rest], area[rest], seen[rest]
    wide = mr > broad
    check += a.sum() + support + seen_over + flat_up + ar @ mr + ar.sum() + vr @ mr + vr.sum() + ar @ np.sqrt(1 - mr * mr)
    check += ar[wide].sum() + vr[wide].sum() + area @ m
assert np.isfinite(check)
print(f"{(time.perf_counter() - start) * 1e3:.1f}")
