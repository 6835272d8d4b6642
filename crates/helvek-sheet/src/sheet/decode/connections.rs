//! The form of supports, joints, bars, pulleys and ropes.

use super::{direction, names, stiffness};
use crate::problem::capital;
use crate::sheet::connections::only;
use crate::sheet::fields::{Fields, Reader};
use crate::sheet::tree::{Node, Value};
use crate::sheet::{Bar, FullBar, Joint, JointKind, On, Pulley, Rope, RopeStop, Support, SupportKind, Turn};
use crate::things::joint::{KEYS, Way, owners};
use crate::things::support::Pointer;
use crate::units::figures::said;

pub(super) fn support(reader: &mut Reader, node: &Node, path: &str) -> Option<Support> {
    let mut fields = reader.table(node, path, "A support")?;
    let (name, at, on) = (fields.name("name"), fields.required_name("at"), fields.name("on"));
    let kind: Option<SupportKind> = fields.required_choice("kind");
    let (normal, toward) = (direction(&mut fields, "normal"), direction(&mut fields, "toward"));
    let (one_way, friction) = (fields.truth("one_way"), coefficient(&mut fields, "friction"));
    let (axis, couples, thrust) =
        (direction(&mut fields, "axis"), fields.choice("couples"), fields.truth("thrust"));
    let ground = stiffness::ground(&mut fields);
    if let Some(kind) = kind {
        let sort = kind.sort();
        let word = capital(sort.called);
        if let Some((place, cure)) = only(kind.sort().found).filter(|(only, _)| *only != fields.reader.kind())
        {
            let place = place.named();
            let path = fields.path_of("kind");
            fields.reader.form(&path, format!("{word} is a support of {place}."), cure);
            fields.finish(&[]);
            return None;
        }
        let mut odd = |key: &str, fits: bool, cure: &str| {
            if fields.has(key) && !fits {
                let path = fields.path_of(key);
                let message = if key == "normal" && sort.pointer == Pointer::None {
                    format!("{word} has no normal: it holds every way.")
                } else {
                    format!("{word} has no \"{key}\".")
                };
                fields.reader.form(&path, message, cure);
            }
        };
        odd("normal", sort.pointer == Pointer::Normal, "Remove it, or use a roller.");
        odd("toward", sort.pointer == Pointer::Toward, "Remove it, or use a link.");
        for (key, cure) in [
            ("one_way", "Remove it; a surface and a cable are one-way by themselves."),
            ("turned", "Remove it, or use a fixed support."),
            ("turning_spring", "Remove it, or use a fixed support."),
        ] {
            odd(key, sort.takes(key), cure);
        }
        odd(
            "axis",
            sort.pointer == Pointer::Axis,
            "Remove it, or use a journal, a thrust bearing or a hinge.",
        );
        for (key, cure) in [
            ("couples", "Remove it, or use a journal, a thrust bearing or a hinge."),
            ("thrust", "Remove it: a thrust bearing always does, a journal never."),
            ("friction", "Remove it, or use a rough support."),
        ] {
            odd(key, sort.takes(key), cure);
        }
        let needed = match sort.pointer {
            Pointer::Toward => Some(("toward", "Add toward = the point it leads to.")),
            Pointer::Axis => Some(("axis", "Add axis = \"+x\", say: the line of the shaft.")),
            Pointer::None | Pointer::Normal => None,
        };
        if let Some((key, cure)) = needed.filter(|(key, _)| !fields.has(key)) {
            let path = fields.path.clone();
            fields.reader.form(&path, format!("{word} needs \"{key}\"."), cure);
            fields.finish(&[]);
            return None;
        }
    }
    fields.finish(&[]);
    Some(Support {
        name,
        at: at?,
        kind: kind?,
        on,
        normal,
        toward,
        axis,
        couples,
        thrust,
        one_way,
        friction,
        ground,
    })
}

/// A coefficient of friction: a bare number, not negative.
fn coefficient(fields: &mut Fields<'_, '_>, key: &'static str) -> Option<f64> {
    let node = fields.get(key)?;
    let path = fields.path_of(key);
    let value = fields.reader.number(node, &path)?;
    if value < 0.0 {
        fields.reader.form(
            &path,
            format!("{} is not a coefficient of friction.", said(value)),
            "Write 0.3, say.",
        );
        return None;
    }
    Some(value)
}

/// Two names in a list.
fn two(reader: &mut Reader, node: &Node, path: &str) -> Option<[String; 2]> {
    let list = names(reader, node, path, "two point names");
    let count = match &node.value {
        Value::List(items) => items.len(),
        _ => return None,
    };
    if count != 2 {
        reader.form(path, format!("A bar has 2 ends, not {count}."), "Write [\"D\", \"C\"].");
    }
    <[String; 2]>::try_from(list).ok().filter(|_| count == 2)
}

pub(super) fn bar(reader: &mut Reader, node: &Node, path: &str) -> Option<Bar> {
    if matches!(node.value, Value::List(_)) {
        return two(reader, node, path).map(Bar::Short);
    }
    let mut fields = reader.table(node, path, "A bar")?;
    let ends_path = fields.path_of("ends");
    let ends = fields.required("ends").and_then(|node| two(fields.reader, node, &ends_path));
    let (name, kind) = (fields.name("name"), fields.choice("kind"));
    let on_path = fields.path_of("on");
    let on = fields.get("on").and_then(|node| match &node.value {
        Value::List(items) => {
            // An empty text is allowed here: it leaves that end to the rule.
            let texts: Vec<_> = items.iter().filter_map(|n| fields.reader.text(n, &on_path)).collect();
            let each = <[String; 2]>::try_from(texts).ok();
            if each.is_none() {
                let message = "\"on\" of a bar names one body, or one for each end.";
                fields.reader.form(&on_path, message, "Write on = [\"mast\", \"jib\"].");
            }
            each.map(On::Each)
        }
        _ => fields.reader.name(node, &on_path).map(On::Either),
    });
    let (section, material) = (fields.name("section"), fields.name("material"));
    let ea = fields.quantity("EA");
    fields.finish(&[]);
    let kind = kind.unwrap_or_default();
    Some(Bar::Full(FullBar { ends: ends?, name, kind, on, section, material, ea }))
}

pub(super) fn joint(reader: &mut Reader, node: &Node, path: &str) -> Option<Joint> {
    let mut fields = reader.table(node, path, "A joint")?;
    let (name, at) = (fields.name("name"), fields.required_name("at"));
    let kind: Option<JointKind> = fields.required_choice("kind");
    let of_path = fields.path_of("of");
    let of = fields.required("of").map(|node| names(fields.reader, node, &of_path, "body names"));
    let (along, normal) = (direction(&mut fields, "along"), direction(&mut fields, "normal"));
    let friction = coefficient(&mut fields, "friction");
    let pressure_angle = fields.quantity("pressure_angle");
    let (axis, thrust) = (direction(&mut fields, "axis"), fields.truth("thrust"));
    if let Some(kind) = kind {
        if let Some((place, cure)) = only(kind.sort().found).filter(|(only, _)| *only != fields.reader.kind())
        {
            let place = place.named();
            let path = fields.path_of("kind");
            fields.reader.form(&path, format!("This is a joint of {place}."), cure);
            fields.finish(&[]);
            return None;
        }
        let (sort, space) = (kind.sort(), fields.reader.space);
        let needed = sort.way.key();
        for key in KEYS {
            let here = fields.has(key);
            if here && !sort.takes(key, space) {
                let path = fields.path_of(key);
                let message = format!("\"{key}\" belongs to {}.", owners(key));
                fields.reader.form(&path, message, "Remove it.");
            } else if needed == Some(key) && !here {
                let path = fields.path.clone();
                let message = format!("This joint needs \"{key}\".");
                fields.reader.form(&path, message, format!("Add {key} = a direction."));
            }
        }
        let given = match sort.way {
            Way::None => true,
            Way::Along => along.is_some(),
            Way::Normal => normal.is_some(),
            Way::Axis => axis.is_some(),
        };
        if !given {
            fields.finish(&[]);
            return None;
        }
    }
    fields.finish(&[]);
    Some(Joint { name, at: at?, kind: kind?, of: of?, along, normal, axis, thrust, friction, pressure_angle })
}

pub(super) fn pulley(reader: &mut Reader, node: &Node, path: &str) -> Option<Pulley> {
    let mut fields = reader.table(node, path, "A pulley")?;
    let (at, on) = (fields.required_name("at"), fields.name("on"));
    let radius = fields.required_quantity("radius");
    fields.finish(&[]);
    Some(Pulley { at: at?, radius: radius?, on })
}

pub(super) fn rope(reader: &mut Reader, node: &Node, path: &str) -> Option<Rope> {
    let mut fields = reader.table(node, path, "A rope")?;
    let list_path = fields.path_of("path");
    let list = fields.required("path");
    let items = list.map_or(&[][..], |node| fields.reader.list(node, &list_path, "stops"));
    let mut stops = Vec::new();
    for (i, item) in items.iter().enumerate() {
        stops.extend(stop(fields.reader, item, &format!("{list_path}[{i}]")));
    }
    fields.finish(&[]);
    (stops.len() == items.len() && list.is_some()).then_some(Rope { path: stops })
}

fn stop(reader: &mut Reader, node: &Node, path: &str) -> Option<RopeStop> {
    let mut fields = reader.table(node, path, "A stop of a rope")?;
    let read = if fields.has("over") {
        let (over, turn) = (fields.required_name("over"), fields.required_choice::<Turn>("turn"));
        over.zip(turn).map(|(over, turn)| RopeStop::Over { over, turn })
    } else if fields.has("mass") {
        fields.quantity("mass").map(|mass| RopeStop::Mass { mass })
    } else if fields.has("pull") {
        let (pull, way) = (fields.quantity("pull"), direction(&mut fields, "direction"));
        if !fields.has("direction") {
            let path = fields.path.clone();
            fields.reader.form(&path, "A pulled end needs \"direction\".", "Add direction = \"down\".");
        }
        pull.zip(way).map(|(pull, direction)| RopeStop::Pull { pull, direction })
    } else {
        let (body, at) = (fields.name("body"), fields.required_name("at"));
        match body {
            Some(body) => at.map(|at| RopeStop::Body { body, at }),
            None if fields.has("body") => None,
            None => at.map(|at| RopeStop::Ground { at }),
        }
    };
    fields.finish(&[]);
    read
}
