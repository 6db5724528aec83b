import { UNDER_BRUSH } from '@/lib/marks';

/** The kinds of mark, under the brush, stepped to. */
const CODES = UNDER_BRUSH + 1;

/**
 * Facets tinted by one measure, MODE: a program each, so that a card (or a machine without one) works out only what is shown.
 * Normals and `uUp` are in the file frame; heights are in the plate frame.
 */

export const vertexShader = /* glsl */ `
attribute float seen;
attribute float extra;
varying vec3 vNormal;
varying vec3 vLit;
varying float vSeen;
varying float vExtra;
varying float vHeight;
void main() {
    vec4 world = modelMatrix * vec4(position, 1.0);
    vNormal = normal;
    vLit = normalize((viewMatrix * modelMatrix * vec4(normal, 0.0)).xyz);
    vSeen = seen;
    vExtra = extra;
    vHeight = world.z;
    gl_Position = projectionMatrix * viewMatrix * world;
}
`;

export const fragmentShader = /* glsl */ `
uniform vec3 uUp;
uniform float uLimit;
uniform float uCut;
uniform vec3 uZero;
uniform vec3 uInk;
uniform vec3 uPlaster;
uniform vec3 uCutFace;
varying vec3 vNormal;
varying vec3 vLit;
varying float vSeen;
varying float vExtra;
varying float vHeight;
uniform float uLine;
uniform sampler2D uLayers;
uniform float uLayerCells;
uniform float uLayerCell;
uniform float uLayerMost;
uniform vec3 uMarks[${CODES}];
uniform int uPatterns[${CODES}];
void main() {
    if (vHeight > uCut) discard;
    if (!gl_FrontFacing) {
        gl_FragColor = vec4(uCutFace, 1.0);
        #include <colorspace_fragment>
        return;
    }
    float nz = dot(normalize(vNormal), uUp);
    float steep = abs(nz);
    vec3 tint = uPlaster;
    float raking = 0.0;
#if MODE == 2 || MODE == 7
    // the layer here: where it begins and how high it is
    vec2 here = texture2D(uLayers, vec2((floor(vHeight / uLayerCell) + 0.5) / uLayerCells, 0.5)).xy;
#endif
#if MODE == 1
    float beta = degrees(asin(clamp(-nz, -1.0, 1.0)));
    bool held = beta > uLimit;
    float t = held ? 0.25 + 0.75 * (beta - uLimit) / (90.0 - uLimit) : 0.0;
    bool stripe = mod(gl_FragCoord.x + gl_FragCoord.y, 7.0) < 1.6;
    // extra is 1 but where one place is shown and this is another
    tint = mix(uZero, uInk, (held && stripe ? min(1.0, t + 0.35) : t * 0.85) * (0.22 + 0.78 * vExtra));
#elif MODE == 2
    float flatFacet = step(cos(radians(0.5)), steep);
    tint = mix(uZero, uInk, (1.0 - flatFacet) * steep * vSeen * here.y / uLayerMost);
#elif MODE == 3
    tint = mix(uZero, uInk, vSeen);
#elif MODE == 4
    // extra runs from 0 to 1 over 0 … 4 mm; nothing measured is 1
    bool thin = vExtra < uLine / 4.0;
    bool stripe = mod(gl_FragCoord.x + gl_FragCoord.y, 7.0) < 1.6;
    tint = mix(uZero, uInk, thin && stripe ? 1.0 : (1.0 - vExtra) * 0.95);
#elif MODE == 5
    bool stripe = mod(gl_FragCoord.x - gl_FragCoord.y, 6.0) < 2.0;
    tint = mix(uZero, uInk, vExtra > 0.5 ? (stripe ? 1.0 : 0.75) : 0.0);
#elif MODE == 6
    // extra is a code: what it means and how it is hatched comes with the uniforms (lib/marks.ts)
    int code = int(vExtra * 255.0 + 0.5);
    int pattern = code > 0 ? uPatterns[code - 1] : 0;
    bool down = mod(gl_FragCoord.x + gl_FragCoord.y, 7.0) < 2.4;
    bool up = mod(gl_FragCoord.x - gl_FragCoord.y, 7.0) < 2.0;
    bool square = mod(gl_FragCoord.x, 6.0) < 3.0 && mod(gl_FragCoord.y, 6.0) < 3.0;
    float share = pattern == 1 ? (down ? 0.95 : 0.3) : pattern == 2 ? (down || up ? 0.95 : 0.4) : pattern == 3 ? 0.55 : pattern == 4 ? (square ? 0.95 : 0.1) : 0.85;
    tint = code > 0 ? mix(uZero, uMarks[code - 1], share) : uZero;
#elif MODE == 7
    // a bead bulges: below its middle it looks down, above it looks up; where layers are finer than pixels they blur
    float part = clamp((vHeight - here.x) / here.y, 0.0, 1.0);
    float blur = clamp(1.5 - 1.5 * fwidth(vHeight) / here.y, 0.0, 1.0);
    raking = (2.0 * part - 1.0) * sqrt(max(0.0, 1.0 - steep * steep * 0.6)) * blur;
#endif
    float key = max(0.0, dot(vLit, normalize(vec3(-0.45, 0.6, 0.66))));
    float fill = max(0.0, dot(vLit, normalize(vec3(0.7, 0.1, 0.5))));
    gl_FragColor = vec4(tint * (0.46 + 0.5 * key + 0.16 * fill) * (1.0 + 0.55 * raking), 1.0);
    #include <colorspace_fragment>
}
`;
