import { readSettings } from '@/server/queries/shop';
import { Settings } from '@/features/shop/shop-screen';
import { firstAnswer } from '@/server';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  return <Settings input={{}} first={await firstAnswer(readSettings, {})} />;
}
