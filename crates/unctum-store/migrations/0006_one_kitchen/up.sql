-- The kitchen is one document in one row. Its things keep their numbers; no number is ever given twice.
CREATE TABLE kitchen_new (
    id            INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    version       INTEGER NOT NULL,
    last_thing_id INTEGER NOT NULL,
    document_json TEXT NOT NULL
);

INSERT INTO kitchen_new (id, version, last_thing_id, document_json)
SELECT
    1,
    k.version,
    max(
        (SELECT coalesce(max(id), 0) FROM ring),
        (SELECT coalesce(max(id), 0) FROM pan),
        (SELECT coalesce(max(id), 0) FROM thermometer),
        (SELECT coalesce(max(id), 0) FROM tray),
        (SELECT coalesce(max(id), 0) FROM measure)
    ),
    json_object('version', 1, 'document', json_object(
        'name', k.name,
        'room', json_object(
            'altitude_m', k.altitude_m, 'pressure_pa', k.pressure_pa,
            'room_c', k.room_c, 'humidity_frac', k.humidity_frac),
        'rings', (SELECT json_group_array(json_object('id', id, 'ring', json_object(
            'name', name, 'kind', kind, 'rated_power_w', rated_power_w,
            'efficiency_frac', efficiency_frac, 'efficiency_sd', efficiency_sd)))
            FROM (SELECT * FROM ring ORDER BY id)),
        'pans', (SELECT json_group_array(json_object('id', id, 'pan', json_object(
            'name', name, 'tare_g', tare_g, 'diameter_cm', diameter_cm, 'wall_height_cm', wall_height_cm,
            'heat_capacity_j_k', heat_capacity_j_k, 'metal', metal,
            'weighed', json(CASE WHEN weighed THEN 'true' ELSE 'false' END))))
            FROM (SELECT * FROM pan ORDER BY id)),
        'thermometers', (SELECT json_group_array(json_object('id', id, 'thermometer', json_object(
            'name', name, 'offset_k', offset_k, 'ice_offset_k', ice_offset_k, 'sd_k', sd_k)))
            FROM (SELECT * FROM thermometer ORDER BY id)),
        'trays', (SELECT json_group_array(json_object('id', id, 'tray', json_object(
            'name', name, 'length_cm', length_cm, 'width_cm', width_cm, 'height_cm', height_cm)))
            FROM (SELECT * FROM tray ORDER BY id)),
        'measures', (SELECT json_group_array(json_object('id', id, 'measure', json_object(
            'name', name, 'volume_ml', volume_ml, 'volume_sd_ml', volume_sd_ml)))
            FROM (SELECT * FROM measure ORDER BY id)),
        'bench', json_object(
            'scale_step_g', k.scale_step_g, 'refractometer_offset_brix', k.refractometer_offset_brix,
            'temperature_unit', k.temperature_unit, 'mass_unit', k.mass_unit),
        'ladder', json(k.ladder_json)
    ))
FROM kitchen k;

DROP TABLE kitchen;
DROP TABLE ring;
DROP TABLE pan;
DROP TABLE thermometer;
DROP TABLE tray;
DROP TABLE measure;
ALTER TABLE kitchen_new RENAME TO kitchen;

-- What lists say of a batch has a new form: each is looked through anew when the file is opened.
UPDATE batch SET standing = 'unknown', brief_json = NULL;
