//! The example sheets of the demo: Quillmarsh Garden.

use helvek_core::sheet::{self, Syntax};
use helvek_store::{Store, StoreError};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../examples"]
struct Examples;

/// Puts the examples into a store that holds no sheet.
pub(crate) async fn fill(store: &Store) -> Result<(), StoreError> {
    if !store.list().await?.is_empty() {
        return Ok(());
    }
    let mut names: Vec<_> = Examples::iter().collect();
    // The last one stored stands first on the shelf.
    names.sort_unstable_by(|a, b| b.cmp(a));
    for name in names {
        let Some(file) = Examples::get(&name) else { continue };
        let read = sheet::read(&String::from_utf8_lossy(&file.data), Syntax::Toml);
        match serde_json::to_string(&read.sheet) {
            Ok(body) => drop(store.create(&read.sheet.title, &body).await?),
            Err(error) => tracing::warn!(%name, %error, "an example could not be loaded"),
        }
    }
    Ok(())
}
