import { planQuickly } from '../plan-effort';

planQuickly();
