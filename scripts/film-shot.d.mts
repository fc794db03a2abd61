import type { Plan } from '@angled-chalk/core/pattern';
import type { Page } from '@playwright/test';

export const CORNER: Plan;
export function filmed(page: Page): Promise<void>;
