import { answer, readJson } from '@/http/route';
import { saveSettings, settingsInputSchema } from '@/services/settings/settings';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => saveSettings(context, await readJson(request, settingsInputSchema)));
}
