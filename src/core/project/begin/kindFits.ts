import type { Accepts, DraftKey, Roles } from '../../chart/frame/roles.js';
import type { ChartKind } from '../../chart/kind.js';
import { type AnyKind, chartKinds } from '../../chart/kinds.js';

/** What a first figure can be told of a kind: its roles that an option fills. */
export interface Fit {
  kind: string;
  wide?: ChartKind<object>['wide'];
  sideBySide?: ChartKind<object>['sideBySide'];
  roles: { setting: string; accepts: Accepts; keys: readonly DraftKey[]; isNeeded: boolean }[];
}

/** Kinds in the order in which a first figure is sought. */
export const fits: readonly Fit[] = (chartKinds as readonly unknown[] as readonly AnyKind[])
  .map(({ name, roles, wide, sideBySide }) => ({
    kind: name,
    ...(wide ? { wide } : {}),
    ...(sideBySide ? { sideBySide } : {}),
    roles: Object.entries(roles as Roles).flatMap(([setting, { accepts, draft }]) =>
      draft ? [{ setting, accepts, ...draft }] : [],
    ),
  }))
  .filter(({ roles }) => roles.length > 0);

export const fitsByName = new Map(fits.map((fit) => [fit.kind, fit]));
