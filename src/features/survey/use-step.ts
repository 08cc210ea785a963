import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { usePutAddress } from '@/ui/refresh';
import { STEPS, type Step } from './progress';

const stepNamed = (name: string | null): Step | undefined => STEPS.find((s) => s === name);

/** The step of the walk that is open, as the address has it. The browser's Back goes to the step before. */
export function useStep(begins: Step): [Step, (to: Step) => void] {
  const [first] = useState(begins);
  const [step, setStep] = useState<Step>(stepNamed(useSearchParams().get('step')) ?? first);
  const putAddress = usePutAddress();
  useEffect(() => {
    const back = () => setStep(stepNamed(new URLSearchParams(window.location.search).get('step')) ?? first);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
    // Subscribed once: a listener put back while the event is being told of is not told.
  }, [first]);
  return [
    step,
    (to) => {
      setStep(to);
      if (to !== step) putAddress('push', `?step=${to}`);
    },
  ];
}
