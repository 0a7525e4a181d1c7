/**
 * What is taken of an SVG: names from the element and attribute indexes of SVG 1.1 (Second Edition, appendices L and M)
 * and Filter Effects 1, as far as they draw something that stands still.
 */

const words = (text: string): ReadonlySet<string> => new Set(text.trim().split(/\s+/));

/** Elements that are drawn, or that what is drawn refers to. */
export const DRAWN = words(`
  svg g defs symbol use switch a style
  path rect circle ellipse line polyline polygon image
  text tspan tref textPath
  linearGradient radialGradient stop pattern clipPath mask marker
  filter feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap
  feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feImage feMerge feMergeNode
  feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence
`);

/** Elements that draw nothing: they are left out with all that they hold. */
export const LEFT_OUT = words(`
  title desc metadata view cursor
  animate animateColor animateMotion animateTransform set mpath discard
  font font-face font-face-src font-face-uri font-face-name font-face-format glyph missing-glyph hkern vkern
  altGlyph altGlyphDef altGlyphItem glyphRef color-profile
`);

/** Elements whose text is kept. */
export const WITH_TEXT = words('text tspan tref textPath style a');

/** Attributes of CSS properties: their values are CSS, and may refer to other elements. */
export const PROPERTIES = words(`
  style alignment-baseline baseline-shift clip clip-path clip-rule color color-interpolation
  color-interpolation-filters color-rendering cursor direction display dominant-baseline enable-background fill
  fill-opacity fill-rule filter flood-color flood-opacity font font-family font-kerning font-size font-size-adjust
  font-stretch font-style font-variant font-weight glyph-orientation-horizontal glyph-orientation-vertical
  image-rendering isolation kerning letter-spacing lighting-color line-height marker marker-end marker-mid
  marker-start mask mask-type mix-blend-mode opacity overflow paint-order pointer-events shape-rendering stop-color
  stop-opacity stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit
  stroke-opacity stroke-width text-anchor text-decoration text-orientation text-rendering transform-origin
  unicode-bidi vector-effect visibility white-space word-spacing writing-mode
`);

/** Attributes of numbers, names and shapes, which refer to nothing. */
export const PLAIN = words(`
  id class type media version viewBox preserveAspectRatio width height x y x1 y1 x2 y2 dx dy cx cy r rx ry fx fy fr
  d points pathLength transform rotate textLength lengthAdjust startOffset method spacing side
  offset gradientUnits gradientTransform spreadMethod patternUnits patternContentUnits patternTransform
  clipPathUnits maskUnits maskContentUnits markerUnits markerWidth markerHeight orient refX refY
  filterUnits primitiveUnits in in2 result mode values operator k1 k2 k3 k4 order kernelMatrix divisor bias targetX
  targetY edgeMode kernelUnitLength preserveAlpha surfaceScale diffuseConstant specularConstant specularExponent
  limitingConeAngle azimuth elevation z pointsAtX pointsAtY pointsAtZ scale xChannelSelector yChannelSelector
  stdDeviation radius baseFrequency numOctaves seed stitchTiles tableValues slope intercept amplitude exponent
  systemLanguage requiredFeatures requiredExtensions
`);
