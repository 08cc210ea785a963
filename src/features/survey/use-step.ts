import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { putAddress } from '@/client/address';
import { STEPS, type Step } from './progress';

const stepNamed = (name: string | null): Step | undefined => STEPS.find((s) => s === name);

/** Open step of the notebook, from the address. Back opens the earlier step. */
export function useStep(begins: Step): [Step, (to: Step) => void] {
  const [first] = useState(begins);
  const [step, setStep] = useState<Step>(stepNamed(useSearchParams().get('step')) ?? first);
  useEffect(() => {
    const back = () => setStep(stepNamed(new URLSearchParams(window.location.search).get('step')) ?? first);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
    // Subscribes once: a listener that is re-added during an event misses it.
  }, [first]);
  return [
    step,
    (to) => {
      setStep(to);
      if (to !== step) putAddress('push', `?step=${to}`);
    },
  ];
}
