import { RulesScreen } from '@/features/follow-ups/rules-screen';
import { firstAnswer } from '@/server';
import { readRules } from '@/server/queries/follow-ups';

export const metadata = { title: 'Follow-up rules' };

export default async function FollowUpRulesPage() {
  return <RulesScreen input={{}} first={await firstAnswer(readRules, {})} />;
}
