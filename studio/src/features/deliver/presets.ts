import type { DeliveryPreset, PresetBody } from '../../api/client';
import { same } from '../../model/lookPatch';
import { plansOf, type Plan } from './outputs';

/** Whether what is wanted now is what a preset says. */
export function isAsKept(preset: DeliveryPreset, now: Omit<PresetBody, 'name'>): boolean {
  const sorted = (plans: readonly Plan[]) => plans.map((plan) => Object.entries(plan).sort(([one], [other]) => one.localeCompare(other)));
  return same(sorted(plansOf(preset.outputs as Partial<Plan>[])), sorted(plansOf(now.outputs as Partial<Plan>[]))) && preset.to === now.to && (preset.to !== 'folder' || (preset.folder ?? '') === (now.folder ?? ''));
}
