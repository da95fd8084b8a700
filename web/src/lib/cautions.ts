/** What is said beside techniques that hurt people before they are felt, by the care the ground asks for. */
const cautions: Record<string, string> = {
  twist:
    'twisting leg locks injure before they hurt: agree on them first, drill slowly, tap to the position, and do not turn or step over a caught leg. Many rule sets bar them below certain belts.',
  neck: 'spine locks and neck cranks are barred in most rule sets: never at speed.',
};

export const cautionOf = (care: string | null | undefined): string | undefined => cautions[care ?? ''];
