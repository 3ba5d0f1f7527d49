"""Properties of CSS that do not move a box: known by name, their values not read."""

KNOWN_PROPERTIES = frozenset(
    """
accent-color align-tracks all animation animation-composition animation-delay animation-direction animation-duration
animation-fill-mode animation-iteration-count animation-name animation-play-state animation-timing-function
animation-timeline animation-range anchor-name anchor-scope backdrop-filter backface-visibility background-attachment
background-blend-mode background-clip background-origin background-position background-position-x
background-position-y background-repeat background-size border-bottom-left-radius border-bottom-right-radius
border-end-end-radius border-end-start-radius border-image border-image-outset border-image-repeat
border-image-slice border-image-source border-image-width border-radius border-start-end-radius
border-start-start-radius border-top-left-radius border-top-right-radius box-decoration-break box-shadow
break-after break-before break-inside caret-color clip clip-path clip-rule color-adjust color-interpolation
color-scheme column-fill column-rule column-rule-color column-rule-style column-rule-width column-span contain
contain-intrinsic-block-size contain-intrinsic-height contain-intrinsic-inline-size contain-intrinsic-size
contain-intrinsic-width content-visibility cursor cx cy d fill fill-opacity fill-rule filter flood-color
flood-opacity font-display font-feature-settings font-language-override font-optical-sizing font-palette
font-size-adjust font-stretch font-synthesis font-synthesis-small-caps font-synthesis-style
font-synthesis-weight font-variant-alternates font-variant-east-asian font-variant-emoji font-variant-ligatures
font-variant-numeric font-variant-position font-variation-settings font-width forced-color-adjust
hanging-punctuation hyphenate-character hyphenate-limit-chars image-orientation image-rendering
image-resolution initial-letter interpolate-size isolation interactivity lighting-color line-height-step
margin-trim marker marker-end marker-mid marker-start mask mask-border mask-clip mask-composite mask-image mask-mode
mask-origin mask-position mask-repeat mask-size mask-type mix-blend-mode object-view-box offset offset-anchor
offset-distance offset-path offset-position offset-rotate orphans outline outline-color outline-offset
outline-style outline-width overflow-anchor overflow-clip-margin overscroll-behavior
overscroll-behavior-block overscroll-behavior-inline overscroll-behavior-x overscroll-behavior-y page
page-break-after page-break-before page-break-inside paint-order perspective perspective-origin
position-anchor position-area position-try print-color-adjust r resize ruby-align ruby-position rx ry
scroll-behavior scroll-margin scroll-margin-block scroll-margin-block-end scroll-margin-block-start
scroll-margin-bottom scroll-margin-inline scroll-margin-inline-end scroll-margin-inline-start
scroll-margin-left scroll-margin-right scroll-margin-top scroll-padding scroll-padding-block
scroll-padding-block-end scroll-padding-block-start scroll-padding-bottom scroll-padding-inline
scroll-padding-inline-end scroll-padding-inline-start scroll-padding-left scroll-padding-right
scroll-padding-top scroll-snap-align scroll-snap-stop scroll-snap-type scroll-timeline scrollbar-color
scrollbar-gutter scrollbar-width shape-image-threshold shape-margin shape-outside shape-rendering src
stop-color stop-opacity stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin
stroke-miterlimit stroke-opacity stroke-width speak text-anchor text-combine-upright
text-decoration-color text-decoration-skip-ink text-decoration-style text-decoration-thickness
text-emphasis text-emphasis-color text-emphasis-position text-emphasis-style text-orientation
text-rendering text-shadow text-size-adjust text-spacing-trim text-underline-offset
text-underline-position touch-action transform-box transform-style transition
transition-behavior transition-delay transition-duration transition-property transition-timing-function
unicode-bidi user-select vector-effect view-timeline view-transition-name widows will-change
white-space-trim x y quotes text-box text-box-trim text-box-edge field-sizing
""".split()
)


def is_known(name: str) -> bool:
    """Whether a property name is one of CSS, a custom property or carries a vendor prefix."""
    return name in KNOWN_PROPERTIES or name.startswith("-")
