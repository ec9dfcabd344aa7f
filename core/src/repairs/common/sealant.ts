/** What whoever handles a moisture-cure polyurethane has to know. */
export const SEALANT_CAUTION =
  'Uncured polyurethane sealant holds isocyanates: gloves, air, none on the skin; wipe it off before it skins.';
