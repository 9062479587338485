type AnyField = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** The field of a block that is to be filled in next: one that is wrong, else one that is empty, else the first. */
export function fieldToFill(panel: HTMLElement | null, block: string): HTMLElement | undefined {
  const fields = [
    ...(panel?.querySelectorAll<AnyField>(
      `[data-block="${block}"] :is(input:not([type="hidden"]), textarea, select)`,
    ) ?? []),
  ];
  const isEmpty = (field: AnyField) =>
    field.required && ('checked' in field && field.type === 'checkbox' ? !field.checked : field.value.trim() === '');
  return fields.find((f) => f.getAttribute('aria-invalid') === 'true') ?? fields.find(isEmpty) ?? fields[0];
}
