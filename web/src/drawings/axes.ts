/** How every axis is drawn: pale, five figures or so. */
export const AXIS = { stroke: "var(--pale)", tickStroke: "var(--pale)", numTicks: 5 };
export const AXIS_LABEL = { fill: "var(--pale)", fontSize: 12.8 };
/** Figures beside an upright axis. */
export const UPRIGHT_LABEL = { ...AXIS_LABEL, dx: -4, textAnchor: "end" } as const;
