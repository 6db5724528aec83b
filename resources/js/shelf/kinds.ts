export type Kind = {
    key: 'printers' | 'nozzles' | 'filaments';
    title: string;
    one: string;
    hasPolymer: boolean;
    fields: { key: string; label: string; unit: string; start: number; isMoney?: boolean }[];
};

export const KINDS: Kind[] = [
    {
        key: 'printers',
        title: 'Printers',
        one: 'printer',
        hasPolymer: false,
        fields: [
            { key: 'bed_x_mm', label: 'Plate X', unit: 'mm', start: 220 },
            { key: 'bed_y_mm', label: 'Plate Y', unit: 'mm', start: 220 },
            { key: 'bed_z_mm', label: 'Height', unit: 'mm', start: 250 },
            { key: 'z_step_mm', label: 'Z step', unit: 'mm', start: 0.04 },
        ],
    },
    {
        key: 'nozzles',
        title: 'Nozzles',
        one: 'nozzle',
        hasPolymer: false,
        fields: [
            { key: 'diameter_mm', label: 'Diameter', unit: 'mm', start: 0.4 },
            { key: 'line_mm', label: 'Line width', unit: 'mm', start: 0.45 },
        ],
    },
    {
        key: 'filaments',
        title: 'Filaments',
        one: 'filament',
        hasPolymer: true,
        fields: [
            { key: 'density_g_per_cm3', label: 'Density', unit: 'g/cm³', start: 1.24 },
            { key: 'price_per_kg', label: 'Price', unit: 'per kg', start: 20, isMoney: true },
        ],
    },
];
